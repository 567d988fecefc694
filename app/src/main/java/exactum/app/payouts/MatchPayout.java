package exactum.app.payouts;

import exactum.app.bank.LineRef;
import exactum.app.bank.Match;
import exactum.app.bank.Part;
import exactum.app.cards.SalesTaken;
import exactum.app.setup.FindSetup;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.ids.PayoutId;
import exactum.core.ids.WaitingId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Matches the lines of payouts to the sales that wait for them; a sale is in one payout, once. */
@Component
public class MatchPayout {
    private static final int PAGE = 5_000;
    private final FindPayouts payouts;
    private final PayoutLineStore lines;
    private final FindSetup setup;
    private final Match match;

    MatchPayout(FindPayouts payouts, PayoutLineStore lines, FindSetup setup, Match match) {
        this.payouts = payouts;
        this.lines = lines;
        this.setup = setup;
        this.match = match;
    }

    /** Matches every line whose sale agrees to the cent. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void matchSales(BusinessId business, PayoutId payout) {
        int from = 1;
        for (List<PayoutLine> page; !(page = payouts.lines(business, payout, from, PAGE)).isEmpty(); from += PAGE)
            matchSales(business, page);
    }

    /** A sale that is taken in after its payout was read is matched at once. */
    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void salesTaken(SalesTaken taken) {
        List<String> references =
                taken.sales().stream().map(SalesTaken.Sale::reference).toList();
        matchSales(taken.business(), lines.openOf(taken.business(), taken.processor(), references));
    }

    private void matchSales(BusinessId business, List<PayoutLine> page) {
        Map<LineRef, WaitingId> whole = new LinkedHashMap<>();
        Set<WaitingId> taken = new HashSet<>();
        for (PayoutLine line : page) {
            PayoutLine.Sale sale = line.sale();
            boolean agrees = sale != null
                    && !line.isEven()
                    && sale.otherPayout() == null
                    && sale.left().equals(line.left())
                    && sale.amount().equals(line.gross());
            if (agrees && taken.add(sale.waiting())) whole.put(new LineRef.OfPayout(line.id()), sale.waiting());
        }
        match.matchWhole(business, whole);
    }

    /** Books what one press can: fees of their own, and fees of sales that differ from the books. Pressing twice books once. */
    @Transactional
    public void bookFees(BusinessId business, PayoutId id) {
        Payout payout = payouts.find(business, id).orElseThrow(NotHere::new);
        AccountCode fees =
                setup.processor(business, payout.processor()).accounts().fees();
        for (PayoutLine line : payouts.openLines(business, id, Integer.MAX_VALUE)) {
            if (line.isBookable()) match.match(business, new LineRef.OfPayout(line.id()), parts(line, fees));
        }
    }

    private static List<Part> parts(PayoutLine line, AccountCode fees) {
        if (!line.isSale()) return List.of(new Part.ToAccount(fees, line.left()));
        Money waits = line.sale().left();
        return List.of(
                new Part.Waiting(line.sale().waiting(), waits),
                new Part.ToAccount(fees, line.left().minus(waits)));
    }

    /** Books what is unexplained of one line to an account that a person chose. */
    @Transactional
    public void book(BusinessId business, PayoutId payout, int lineNo, AccountCode account) {
        PayoutLine line = payouts.lines(business, payout, lineNo, 1).stream()
                .filter(l -> l.lineNo() == lineNo)
                .findFirst()
                .orElseThrow(() -> new Refusal("payout.no-line", "The payout has no such line. Nothing was booked."));
        if (line.isEven()) throw new Refusal("payout.even", "This line is explained already. Nothing was booked.");
        match.match(business, new LineRef.OfPayout(line.id()), List.of(new Part.ToAccount(account, line.left())));
    }
}
