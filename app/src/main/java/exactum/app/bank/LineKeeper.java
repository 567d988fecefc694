package exactum.app.bank;

import exactum.core.bank.Explained;
import exactum.core.ids.BusinessId;
import java.util.Collection;
import java.util.Map;

/** Keeps lines of one kind. */
public interface LineKeeper {
    boolean keeps(LineRef line);

    /** Many lines, none of which anybody else can match until the transaction ends. */
    Map<LineRef, MatchableLine> lockAll(BusinessId business, Collection<? extends LineRef> lines);

    /** Keeps what is left of lines. */
    void keepAll(BusinessId business, Map<LineRef, Explained> explained);
}
