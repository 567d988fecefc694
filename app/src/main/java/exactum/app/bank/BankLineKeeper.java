package exactum.app.bank;

import exactum.app.ledger.Ledger;
import exactum.core.bank.Explained;
import exactum.core.ids.BankLineId;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Lines of bank statements: what is unexplained of them stands on unplaced money. */
@Component
class BankLineKeeper implements LineKeeper {
    private final BankLineStore lines;
    private final Ledger ledger;

    BankLineKeeper(BankLineStore lines, Ledger ledger) {
        this.lines = lines;
        this.ledger = ledger;
    }

    @Override
    public boolean keeps(LineRef line) {
        return line instanceof LineRef.OfBank;
    }

    @Override
    public Map<LineRef, MatchableLine> lockAll(BusinessId business, Collection<? extends LineRef> refs) {
        AccountCode unplaced = ledger.accounts(business).of(AccountRole.UNPLACED);
        Map<LineRef, MatchableLine> locked = new LinkedHashMap<>();
        lines.lock(business, refs.stream().map(BankLineKeeper::id).toList()).forEach(line -> {
            var ref = new LineRef.OfBank(line.id());
            locked.put(ref, new MatchableLine(ref, unplaced, line.bookedOn(), line.explained(), line.words()));
        });
        return locked;
    }

    @Override
    public void keepAll(BusinessId business, Map<LineRef, Explained> explained) {
        explained.forEach((ref, e) -> lines.setLeft(business, id(ref), e.left()));
    }

    private static BankLineId id(LineRef ref) {
        return ((LineRef.OfBank) ref).id();
    }
}
