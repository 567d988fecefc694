package exactum.core.ids;

import java.util.UUID;

/** An identifier that says by its type what it identifies, so that two of them are never mixed up. */
public interface Id {

    /** The bare value, as it is stored. */
    UUID value();
}
