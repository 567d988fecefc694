package exactum.app.ledger;

import static exactumdb.Tables.ACCOUNT;
import static exactumdb.Tables.ENTRY;
import static exactumdb.Tables.POSTING;

import exactum.app.audit.Audit;
import exactum.app.business.Business;
import exactum.app.clock.BusinessClock;
import exactum.app.text.Texts;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The books: balances by account, the entries behind them, and who did what. */
@Controller
class LedgerPages {
    private static final int SHOWN = 200;
    private final DSLContext db;
    private final LedgerHealth health;
    private final Audit audit;
    private final BusinessClock clock;

    LedgerPages(DSLContext db, LedgerHealth health, Audit audit, BusinessClock clock) {
        this.db = db;
        this.health = health;
        this.audit = audit;
        this.clock = clock;
    }

    /** An account with its balance. */
    record Balance(String code, String name, String kind, String debit, String credit) {}

    /** A posting with its entry's words. */
    record Posted(
            String date,
            String kind,
            String memo,
            String account,
            String debit,
            String credit,
            boolean first,
            UUID entry) {}

    @GetMapping("/ledger")
    String balances(Model model) {
        LocalDate today = clock.today();
        var sum = DSL.coalesce(DSL.sum(POSTING.AMOUNT_MINOR), DSL.inline(BigDecimal.ZERO));
        var rows = db.select(ACCOUNT.CODE, ACCOUNT.NAME, ACCOUNT.KIND, POSTING.CURRENCY, sum)
                .from(ACCOUNT)
                .join(POSTING)
                .on(POSTING.BUSINESS_ID.eq(ACCOUNT.BUSINESS_ID))
                .and(POSTING.ACCOUNT.eq(ACCOUNT.CODE))
                .join(ENTRY)
                .on(ENTRY.BUSINESS_ID.eq(POSTING.BUSINESS_ID))
                .and(ENTRY.ID.eq(POSTING.ENTRY_ID))
                .where(ACCOUNT.BUSINESS_ID.eq(Business.ID))
                .and(ENTRY.ENTRY_DATE.le(today))
                .groupBy(ACCOUNT.CODE, ACCOUNT.NAME, ACCOUNT.KIND, POSTING.CURRENCY)
                .orderBy(ACCOUNT.CODE)
                .fetch();
        long debits = 0;
        for (var r : rows) debits += Math.max(0, r.value5().longValueExact());
        String currency = rows.isEmpty() ? "EUR" : rows.getFirst().value4();
        model.addAttribute("balances", rows.map(r -> {
            long minor = r.value5().longValueExact();
            return new Balance(
                    r.value1(),
                    r.value2(),
                    r.value3(),
                    minor > 0 ? Texts.amount(r.value4(), minor) : "",
                    minor < 0 ? Texts.amount(r.value4(), -minor) : "");
        }));
        model.addAttribute("total", Texts.amount(currency, debits));
        model.addAttribute("disagreements", health.disagreements());
        model.addAttribute("asOf", Texts.day(today));
        return "ledger/balances";
    }

    @GetMapping("/ledger/entries")
    String entries(@RequestParam(defaultValue = "") String account, Model model) {
        var condition = ENTRY.BUSINESS_ID.eq(Business.ID);
        if (!account.isEmpty()) {
            condition = condition.and(DSL.exists(DSL.selectOne()
                    .from(POSTING)
                    .where(POSTING.BUSINESS_ID.eq(ENTRY.BUSINESS_ID))
                    .and(POSTING.ENTRY_ID.eq(ENTRY.ID))
                    .and(POSTING.ACCOUNT.eq(account))));
        }
        List<UUID> latest = db.select(ENTRY.ID)
                .from(ENTRY)
                .where(condition)
                .orderBy(ENTRY.ENTRY_DATE.desc(), ENTRY.ID.desc())
                .limit(SHOWN)
                .fetch(ENTRY.ID);
        model.addAttribute(
                "postings",
                db.select(
                                ENTRY.ID,
                                ENTRY.ENTRY_DATE,
                                ENTRY.KIND,
                                ENTRY.MEMO,
                                ACCOUNT.CODE,
                                ACCOUNT.NAME,
                                POSTING.CURRENCY,
                                POSTING.AMOUNT_MINOR,
                                POSTING.LINE_NO)
                        .from(ENTRY)
                        .join(POSTING)
                        .on(POSTING.BUSINESS_ID.eq(ENTRY.BUSINESS_ID))
                        .and(POSTING.ENTRY_ID.eq(ENTRY.ID))
                        .join(ACCOUNT)
                        .on(ACCOUNT.BUSINESS_ID.eq(POSTING.BUSINESS_ID))
                        .and(ACCOUNT.CODE.eq(POSTING.ACCOUNT))
                        .where(ENTRY.BUSINESS_ID.eq(Business.ID))
                        .and(ENTRY.ID.in(latest))
                        .orderBy(ENTRY.ENTRY_DATE.desc(), ENTRY.ID.desc(), POSTING.LINE_NO)
                        .fetch(r -> new Posted(
                                Texts.day(r.value2()),
                                r.value3(),
                                r.value4(),
                                r.value5() + " " + r.value6(),
                                r.value8() > 0 ? Texts.amount(r.value7(), r.value8()) : "",
                                r.value8() < 0 ? Texts.amount(r.value7(), -r.value8()) : "",
                                r.value9() == 1,
                                r.value1())));
        model.addAttribute("account", account);
        return "ledger/entries";
    }

    @GetMapping("/audit")
    String audit(Model model) {
        model.addAttribute("deeds", audit.latest(300));
        return "ledger/audit";
    }
}
