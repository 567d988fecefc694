package exactum.app.returns;

import exactum.app.documents.Document;
import exactum.app.ledger.Ledger;
import exactum.app.setup.Account;
import exactum.app.setup.FindSetup;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.CashBasis;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;

/** What counts as income by the cash basis, before a return and after it. */
@Component
class CashBasisOf {
    private final Ledger ledger;
    private final FindSetup setup;

    CashBasisOf(Ledger ledger, FindSetup setup) {
        this.ledger = ledger;
        this.setup = setup;
    }

    /** A row: the day it counts on, what it is, its account, and the income or tax; below zero where it went back. */
    public record Row(LocalDate on, String words, String account, Money amount) {}

    List<Row> of(BusinessId business, List<ReturnPayment.Reopened> reopened, LocalDate back) {
        var rows = new ArrayList<Row>();
        for (ReturnPayment.Reopened r : reopened) {
            List<CashBasis.Part> booked = booked(business, r.document());
            add(business, rows, booked, r.amount(), r.countedOn(), r.document().number() + " paid");
            add(business, rows, booked, r.amount().negated(), back, r.document().number() + " came back");
        }
        return rows;
    }

    private void add(
            BusinessId business,
            List<Row> rows,
            List<CashBasis.Part> booked,
            Money settled,
            LocalDate on,
            String words) {
        for (CashBasis.Part part : CashBasis.of(booked, settled))
            rows.add(new Row(
                    on,
                    words,
                    setup.account(business, part.account()).map(Account::label).orElse(""),
                    part.amount()));
    }

    private List<CashBasis.Part> booked(BusinessId business, Document document) {
        var parts = new ArrayList<CashBasis.Part>();
        for (Document.IssuedLine line : document.lines())
            if (!line.line().isText()) parts.add(new CashBasis.Part(line.line().account(), line.net()));
        document.taxes().stream()
                .map(Document.Tax::tax)
                .filter(t -> !t.isZero())
                .forEach(t ->
                        parts.add(new CashBasis.Part(ledger.accounts(business).of(AccountRole.OUTPUT_TAX), t)));
        return parts;
    }
}
