package exactum.app.documents;

import exactum.app.web.Texts;
import exactum.core.cadence.Cadence;
import exactum.core.calendar.Clearing;
import exactum.core.money.Decimals;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.settlement.EarlySettlement;
import exactum.core.terms.Anchor;
import exactum.core.terms.Anchors;
import exactum.core.terms.Counting;
import exactum.core.terms.DueRule;
import exactum.core.terms.EarlyRule;
import exactum.core.terms.Instalment;
import exactum.core.terms.Mending;
import exactum.core.terms.Remainder;
import exactum.core.terms.Repeat;
import exactum.core.terms.Share;
import exactum.core.terms.Terms;
import exactum.core.terms.TermsPart;
import exactum.core.terms.Then;
import exactum.core.text.TextKind;
import exactum.core.typed.TypedAmount;
import exactum.core.typed.TypedDate;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.IntStream;

/** The dated parts of one document while they are typed: a row a part, each an amount or a percent and a day. */
public final class TypedParts {
    private static final int MOST = 60;
    private static final List<String> NAMES = List.of("part", "due", "says", "early", "earlyUntil");
    private final Map<String, String> fields;
    private final Map<String, String> problems;
    private final Currency currency;
    private final LocalDate date;

    /** Parts that stand in fields, of a document of the date. */
    TypedParts(Map<String, String> fields, Map<String, String> problems, Currency currency, LocalDate date) {
        this.fields = fields;
        this.problems = problems;
        this.currency = currency;
        this.date = date;
    }

    /** Whether the document is divided by parts of its own. */
    public boolean isOn() {
        return fields.containsKey("divided");
    }

    /** The terms of its own that a stored draft has, as fields. */
    static void put(Map<String, String> f, Terms own) {
        if (own == null) return;
        f.put("divided", "on");
        f.put("counting", own.counting().words());
        for (int i = 0; i < own.parts().size(); i++) {
            TermsPart p = own.parts().get(i);
            f.put("part" + i, share(p.share()));
            f.put("due" + i, due(p.due()));
            f.put("says" + i, p.description());
            if (p.early() != null && p.early().amount() != null) {
                f.put("early" + i, p.early().amount().text());
                f.put("earlyUntil" + i, "+" + p.early().days());
            }
        }
    }

    private static String share(Share share) {
        return switch (share) {
            case Share.Percent p -> Decimals.plain(p.percent()) + " %";
            case Share.Amount a -> a.amount().text();
            case Share.Rest r -> "rest";
        };
    }

    private static String due(DueRule due) {
        return due.anchor() == Anchor.FIXED ? Texts.day(due.fixed()) : "paid +" + due.days();
    }

    /**
     * Does what was pressed: divides by the kept terms, makes a plan, mends, or takes the parts away.
     *
     * @throws Refusal where that cannot be done
     */
    static void press(Map<String, String> f, Terms kept, Money total, Anchors anchors, Clearing clearing) {
        String act = f.remove("partAct");
        switch (act == null ? "" : act) {
            case "divide" -> {
                List<Instalment> instalments =
                        kept.schedule(total, anchors, clearing.calendar()).instalments();
                f.put("divided", "on");
                putAll(f, instalments);
            }
            case "plan" -> putAll(f, plan(f, total, anchors, clearing));
            case "mend" -> mend(f, total, anchors.issue());
            case "whole" -> {
                f.remove("divided");
                clear(f);
            }
            default -> {}
        }
    }

    private static void clear(Map<String, String> f) {
        for (int i = 0; i < MOST; i++) for (String name : NAMES) f.remove(name + i);
    }

    private static void putAll(Map<String, String> f, List<Instalment> instalments) {
        clear(f);
        LocalDate first = instalments.getFirst().due();
        for (int i = 0; i < instalments.size(); i++) {
            Instalment one = instalments.get(i);
            f.put("part" + i, one.amount().text());
            f.put(
                    "due" + i,
                    one.expected() ? "paid +" + ChronoUnit.DAYS.between(first, one.due()) : Texts.day(one.due()));
            f.put("says" + i, one.description());
            EarlySettlement early = one.early();
            if (early == null) continue;
            f.put("early" + i, early.discount().text());
            f.put("earlyUntil" + i, Texts.day(early.until()));
        }
    }

    /** A down payment, then payments at a frequency from a date, or from when the down payment came. */
    private static List<Instalment> plan(Map<String, String> f, Money total, Anchors anchors, Clearing clearing) {
        LocalDate date = anchors.issue();
        var parts = new ArrayList<TermsPart>();
        String down = f.getOrDefault("planDown", "").strip();
        if (!down.isEmpty())
            parts.add(TermsPart.of(share(down, total.currency()), DueRule.on(day(f, "planDownDue", date)))
                    .described("down payment"));
        int count = whole(f, "planCount", 2);
        var unit = Arrays.stream(Cadence.Unit.values())
                .filter(u -> u.name().equals(f.get("planUnit")))
                .findFirst()
                .orElse(Cadence.Unit.MONTH);
        boolean fromDown = f.containsKey("planFromDown") && !parts.isEmpty();
        DueRule from = fromDown ? DueRule.daysAfter(Anchor.DOWN_PAID, 0) : DueRule.on(day(f, "planFrom", date));
        TermsPart rest = TermsPart.of(Share.REST, from);
        parts.add(count < 2 ? rest : rest.repeated(new Repeat(count, unit, whole(f, "planEvery", 1), false)));
        f.put("divided", "on");
        return new Terms(parts, Remainder.TO_THE_EARLIEST, counting(f))
                .schedule(total, anchors, clearing.calendar())
                .instalments();
    }

    private static void mend(Map<String, String> f, Money total, LocalDate date) {
        Terms typed = new TypedParts(f, new HashMap<>(), total.currency(), date).terms();
        if (typed == null) throw new Refusal("parts.unread", "Mend what cannot be read first.");
        List<Money> mended = Mending.mend(total, typed.amounts(total));
        int row = 0;
        for (int i = 0; i < MOST; i++)
            if (isTyped(f, i)) f.put("part" + i, mended.get(row++).text());
    }

    private static boolean isTyped(Map<String, String> f, int i) {
        return !f.getOrDefault("part" + i, "").isBlank()
                || !f.getOrDefault("due" + i, "").isBlank();
    }

    private static Counting counting(Map<String, String> f) {
        return f.getOrDefault("counting", "").equals(Counting.ON_THE_WHOLE.words())
                ? Counting.ON_THE_WHOLE
                : Counting.DUE_ORDER;
    }

    private static int whole(Map<String, String> f, String field, int otherwise) {
        String typed = f.getOrDefault(field, "").strip();
        return typed.matches("[1-9]\\d{0,2}") ? Integer.parseInt(typed) : otherwise;
    }

    /** The day in a field, seen from a date; that date where nothing is typed. */
    private static LocalDate day(Map<String, String> f, String field, LocalDate date) {
        String typed = f.getOrDefault(field, "").strip();
        return typed.isEmpty() ? date : TypedDate.parse(typed, date);
    }

    private static BigDecimal number(String typed) {
        return TypedAmount.parse(typed.strip());
    }

    private static Money money(String typed, Currency currency) {
        try {
            return Money.of(currency, number(typed));
        } catch (ArithmeticException tooFine) {
            throw new Refusal(
                    "typed.decimals", "“%s” has more decimals than the currency, or is too large.".formatted(typed));
        }
    }

    /** The rows that stand there: those typed, and an empty one to go on with. */
    public int rows() {
        int last = -1;
        for (int i = 0; i < MOST; i++) if (isTyped(fields, i)) last = i;
        return Math.min(last + 2, MOST);
    }

    private String get(String field) {
        return fields.getOrDefault(field, "").strip();
    }

    /** The terms that are typed; null where the document is not divided. What cannot be read becomes a problem of its field. */
    Terms terms() {
        if (!isOn()) return null;
        List<TermsPart> parts = IntStream.range(0, MOST)
                .filter(i -> isTyped(fields, i))
                .mapToObj(this::part)
                .toList();
        if (parts.contains(null)) return null;
        if (parts.isEmpty()) {
            problems.putIfAbsent("part0", "It needs at least one part.");
            return null;
        }
        try {
            return new Terms(parts, Remainder.TO_THE_LAST, counting(fields));
        } catch (IllegalArgumentException wrong) {
            problems.putIfAbsent("part0", "They do not go together: %s.".formatted(wrong.getMessage()));
            return null;
        }
    }

    private TermsPart part(int i) {
        Share share = read("part" + i, t -> share(t, currency));
        DueRule due = read("due" + i, this::due);
        EarlyRule early = get("early" + i).isEmpty() ? null : read("early" + i, t -> early(i, t));
        String says = TypedLines.text(fields, problems, "says" + i, TextKind.LINE);
        return share == null || due == null ? null : new TermsPart(share, due, null, says, "", early);
    }

    private <T> T read(String field, Function<String, T> type) {
        try {
            return type.apply(get(field));
        } catch (Refusal | IllegalArgumentException wrong) {
            problems.putIfAbsent(field, wrong.getMessage());
            return null;
        }
    }

    private static Share share(String typed, Currency currency) {
        if (typed.isEmpty()) throw new Refusal("parts.share", "A part needs an amount.");
        if (typed.equalsIgnoreCase("rest")) return Share.REST;
        if (typed.endsWith("%")) return new Share.Percent(number(typed.substring(0, typed.length() - 1)));
        return new Share.Amount(money(typed, currency));
    }

    private DueRule due(String typed) {
        if (typed.isEmpty()) throw new Refusal("parts.due", "A part needs a day.");
        if (typed.startsWith("paid")) {
            String days = typed.substring(4).replace("+", "").strip();
            if (!days.matches("\\d{0,3}"))
                throw new Refusal("parts.due", "“%s” is no number of days. Write it like paid +21.".formatted(typed));
            return DueRule.daysAfter(Anchor.DOWN_PAID, days.isEmpty() ? 0 : Integer.parseInt(days));
        }
        return new DueRule(Anchor.FIXED, TypedDate.parse(typed, date), 0, 0, Then.AS_IS);
    }

    private EarlyRule early(int i, String typed) {
        LocalDate until = day(fields, "earlyUntil" + i, date);
        if (until.isBefore(date)) throw new Refusal("parts.early", "It would end before the invoice’s own date.");
        int days = (int) ChronoUnit.DAYS.between(date, until);
        return typed.endsWith("%")
                ? new EarlyRule(number(typed.substring(0, typed.length() - 1)), null, Anchor.ISSUE, days)
                : new EarlyRule(null, money(typed, currency), Anchor.ISSUE, days);
    }
}
