package exactum.app.setup;

import exactum.app.web.Texts;
import exactum.app.web.TypedForm;
import exactum.core.cadence.Cadence;
import exactum.core.money.Decimals;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.terms.Anchor;
import exactum.core.terms.Counting;
import exactum.core.terms.DueRule;
import exactum.core.terms.EarlyRule;
import exactum.core.terms.Remainder;
import exactum.core.terms.Repeat;
import exactum.core.terms.Share;
import exactum.core.terms.Terms;
import exactum.core.terms.TermsPart;
import exactum.core.terms.Then;
import exactum.core.text.TextKind;
import exactum.core.typed.TypedAmount;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Terms as they are typed in the set-up: a row a part. */
final class TermsForm {
    static final int MOST = 12;
    private static final List<String> THENS = List.of("", "month end", "day", "banking day");
    private final TypedForm form;
    private final Currency currency;
    private final LocalDate today;

    TermsForm(TypedForm form, Currency currency, LocalDate today) {
        this.form = form;
        this.currency = currency;
        this.today = today;
    }

    /** The fields that kept terms start with. */
    static Map<String, String> fields(KeptTerms kept) {
        var f = new LinkedHashMap<String, String>();
        f.put("name", kept.name());
        f.put("printed", kept.printed());
        f.put("remainder", kept.terms().remainder().word());
        f.put("counting", kept.terms().counting().words());
        for (int i = 0; i < kept.terms().parts().size(); i++)
            put(f, i, kept.terms().parts().get(i));
        return f;
    }

    private static void put(Map<String, String> f, int i, TermsPart p) {
        f.put("share" + i, share(p.share()));
        f.put("anchor" + i, p.due().anchor().word());
        if (p.due().fixed() != null) f.put("on" + i, Texts.day(p.due().fixed()));
        f.put("months" + i, Integer.toString(p.due().months()));
        f.put("days" + i, Integer.toString(p.due().days()));
        f.put("then" + i, then(p.due().then()));
        if (p.due().then() instanceof Then.OnDay day) f.put("thenDay" + i, Integer.toString(day.day()));
        if (p.repeat() != null) {
            f.put("times" + i, Integer.toString(p.repeat().count()));
            f.put("every" + i, Integer.toString(p.repeat().every()));
            f.put("unit" + i, p.repeat().unit().name());
            if (p.repeat().firstOnTheDay()) f.put("first" + i, "on");
        }
        f.put("says" + i, p.description());
        f.put("method" + i, p.method());
        if (p.early() == null) return;
        f.put(
                "early" + i,
                p.early().percent() != null
                        ? Decimals.plain(p.early().percent()) + " %"
                        : p.early().amount().text());
        f.put("earlyDays" + i, Integer.toString(p.early().days()));
        f.put("earlyFrom" + i, p.early().from().word());
    }

    private static String share(Share share) {
        return switch (share) {
            case Share.Percent p -> Decimals.plain(p.percent()) + " %";
            case Share.Amount a -> a.amount().text();
            case Share.Rest r -> "rest";
        };
    }

    private static String then(Then then) {
        return switch (then) {
            case Then.AsIs as -> "";
            case Then.MonthEnd end -> "month end";
            case Then.OnDay day -> "day";
            case Then.NextBankingDay next -> "banking day";
        };
    }

    /** How many rows stand there: those typed, and an empty one to go on with. */
    static int rows(Map<String, String> fields) {
        int last = 0;
        for (int i = 0; i < MOST; i++) if (!fields.getOrDefault("share" + i, "").isBlank()) last = i + 1;
        return Math.min(Math.max(last + 1, 2), MOST);
    }

    /** The terms with their name. */
    KeptTerms kept() {
        return new KeptTerms(
                null,
                form.required("name", "name", TextKind.NAME),
                terms(),
                form.required("printed", "printed text"),
                form.has("chosen"));
    }

    /** The terms alone. */
    Terms terms() {
        var parts = new ArrayList<TermsPart>();
        for (int i = 0; i < MOST; i++)
            if (!form.raw("share" + i).isBlank() || i == 0) {
                TermsPart part = part(i);
                if (part != null) parts.add(part);
            }
        try {
            return new Terms(
                    parts,
                    Remainder.of(form.text("remainder", Remainder.TO_THE_EARLIEST.word())),
                    Counting.of(form.text("counting", Counting.DUE_ORDER.words())));
        } catch (IllegalArgumentException wrong) {
            form.refuse("share0", "terms.wrong", capital(wrong.getMessage()) + ". Nothing was saved.");
            return Terms.single(new DueRule(0, 0, false));
        }
    }

    private TermsPart part(int i) {
        try {
            return new TermsPart(
                    share(i),
                    due(i),
                    repeat(i),
                    form.text("says" + i, TextKind.LINE),
                    form.text("method" + i),
                    early(i));
        } catch (Refusal refused) {
            form.refuse(refused.field().orElse("share" + i), refused.code(), refused.sentence());
        } catch (IllegalArgumentException wrong) {
            form.refuse("share" + i, "terms.wrong", capital(wrong.getMessage()) + ". Nothing was saved.");
        }
        return null;
    }

    private Share share(int i) {
        String typed = form.text("share" + i, "100 %").strip();
        if (typed.equalsIgnoreCase("rest") || typed.equalsIgnoreCase("the rest")) return Share.REST;
        if (typed.endsWith("%")) return new Share.Percent(number("share" + i, typed.substring(0, typed.length() - 1)));
        return new Share.Amount(money("share" + i, typed));
    }

    private DueRule due(int i) {
        Anchor anchor = Anchor.of(form.text("anchor" + i, Anchor.ISSUE.word()));
        LocalDate on = anchor == Anchor.FIXED ? form.date("on" + i, "date", today) : null;
        return new DueRule(anchor, on, whole("months" + i), whole("days" + i), then(i));
    }

    private Then then(int i) {
        return switch (THENS.indexOf(form.text("then" + i))) {
            case 1 -> Then.MONTH_END_DAY;
            case 2 -> new Then.OnDay(Math.max(1, whole("thenDay" + i)));
            case 3 -> Then.BANKING_DAY;
            default -> Then.AS_IS;
        };
    }

    private Repeat repeat(int i) {
        int times = whole("times" + i);
        if (times < 2) return null;
        Cadence.Unit unit = Arrays.stream(Cadence.Unit.values())
                .filter(u -> u.name().equals(form.text("unit" + i)))
                .findFirst()
                .orElse(Cadence.Unit.MONTH);
        return new Repeat(times, unit, Math.max(1, whole("every" + i)), form.has("first" + i));
    }

    private EarlyRule early(int i) {
        String typed = form.text("early" + i).strip();
        if (typed.isEmpty()) return null;
        boolean percent = typed.endsWith("%");
        String number = percent ? typed.substring(0, typed.length() - 1) : typed;
        return new EarlyRule(
                percent ? number("early" + i, number) : null,
                percent ? null : money("early" + i, number),
                Anchor.of(form.text("earlyFrom" + i, Anchor.ISSUE.word())),
                whole("earlyDays" + i));
    }

    private int whole(String field) {
        return form.raw(field).isBlank() ? 0 : form.whole(field);
    }

    private static BigDecimal number(String field, String typed) {
        try {
            return TypedAmount.parse(typed.strip());
        } catch (Refusal wrong) {
            throw wrong.at(field);
        }
    }

    private Money money(String field, String typed) {
        BigDecimal number = number(field, typed);
        try {
            return Money.of(currency, number);
        } catch (ArithmeticException tooFine) {
            throw new Refusal(
                            "typed.decimals",
                            "“%s” has more decimals than the currency, or is too large. Nothing was saved."
                                    .formatted(typed))
                    .at(field);
        }
    }

    private static String capital(String words) {
        return Character.toUpperCase(words.charAt(0)) + words.substring(1);
    }
}
