package exactum.app.ledger;

import exactum.app.audit.Audit;
import exactum.app.business.Business;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.formats.csv.CsvOut;
import exactum.formats.csv.JournalCsv;
import java.io.IOException;
import java.io.Writer;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.json.JsonMapper;

/** Hands the journal on, for the books that an accountant keeps: as CSV or JSON, with their numbers of our accounts. */
@Component
public class Journal {
    private final JournalStore store;
    private final FindBooks books;
    private final JsonMapper json;
    private final Audit audit;

    Journal(JournalStore store, FindBooks books, JsonMapper json, Audit audit) {
        this.store = store;
        this.books = books;
        this.json = json;
        this.audit = audit;
    }

    /** What it comes to between two days, by currency. */
    @Transactional(readOnly = true)
    List<JournalStore.Total> totals(BusinessId business, LocalDate from, LocalDate until) {
        return store.totals(business, from, until);
    }

    /** Their numbers of our accounts. */
    @Transactional(readOnly = true)
    public Map<AccountCode, String> theirs(BusinessId business) {
        return store.theirs(business);
    }

    /** Says what an account is called there; empty for nothing of its own. */
    @Transactional
    public void call(BusinessId business, AccountCode account, String theirs) {
        if (!books.accountNames(business).containsKey(account))
            throw new Refusal("journal.account", "There is no account %s. Nothing was saved.".formatted(account));
        store.set(business, account, theirs);
        audit.record(business, "mapped an account", account + (theirs.isEmpty() ? "" : ": " + theirs));
    }

    /** All of it as CSV, as of one moment. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public void csv(Business business, LocalDate from, LocalDate until, Writer to) throws IOException {
        try (var out = new CsvOut(to, JournalCsv.COLUMNS)) {
            store.each(
                    business.id(),
                    from,
                    until,
                    p -> out.row(JournalCsv.row(
                            new JournalCsv.Of(
                                    p.entry().toString(),
                                    p.countsOn(),
                                    p.day(),
                                    p.event(),
                                    p.memo(),
                                    p.undoes() == null ? "" : p.undoes().toString()),
                            new JournalCsv.On(p.account(), p.accountName(), p.theirs()),
                            p.amount().currency().getCurrencyCode(),
                            sides(p.amount()),
                            sides(own(business, p)),
                            new JournalCsv.About(p.customer(), p.customerName(), p.document(), p.tags()))));
        }
    }

    private static JournalCsv.Sides sides(Money amount) {
        return new JournalCsv.Sides(
                amount.isPositive() ? amount.plain() : "",
                amount.isNegative() ? amount.negated().plain() : "");
    }

    private static Money own(Business business, JournalStore.Posted p) {
        return Money.ofMinor(business.currency().getCurrencyCode(), p.ownMinor());
    }

    /** All of it as JSON, an object an entry, as the guide describes it. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public void json(Business business, LocalDate from, LocalDate until, Writer to) {
        try (JsonGenerator out = json.createGenerator(to)) {
            out.writeStartObject();
            out.writeStringProperty("business", business.name());
            out.writeStringProperty("currency", business.currency().getCurrencyCode());
            out.writeStringProperty("from", from.toString());
            out.writeStringProperty("until", until.toString());
            out.writeArrayPropertyStart("entries");
            var entries = new JournalEntries(out, business.currency());
            store.each(business.id(), from, until, entries::posting);
            entries.end();
            out.writeEndArray();
            out.writeEndObject();
        }
    }
}
