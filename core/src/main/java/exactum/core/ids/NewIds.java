package exactum.core.ids;

import java.util.UUID;

/** Where new identifiers come from; passed in, since the core holds neither clock nor chance. */
@FunctionalInterface
public interface NewIds {

    /** One that was never given before. */
    UUID next();
}
