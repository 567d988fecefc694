package exactum.app.bank;

import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.typed.TypedAmount;
import java.util.ArrayList;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The addition of a line while a person makes it up: the parts that were put in, and the remainder last. */
final class LineAddition {
    private static final int MOST = 60;
    private final List<Row> rows = new ArrayList<>();
    private final Map<String, String> problems = new LinkedHashMap<>();
    private final Money left;

    /**
     * A part that was put in.
     *
     * @param index its place on the form
     * @param title what it is
     * @param typed its amount as it was typed
     * @param settles what an open item in another currency is settled by, as typed; null in the line's own
     */
    record Row(int index, String key, String title, String typed, Foreign settles, PartText.Named part) {}

    /** What of an open item in another currency a part settles, as typed. */
    record Foreign(String currency, String typed) {}

    LineAddition(Map<String, String> fields, Money left) {
        this.left = left;
        for (int i = 0; i < MOST; i++) {
            String key = fields.getOrDefault("part" + i, "");
            if (key.isEmpty() || fields.containsKey("drop" + i)) continue;
            rows.add(row(i, key, fields));
        }
    }

    private Row row(int i, String key, Map<String, String> fields) {
        String typed = fields.getOrDefault("amount" + i, "").strip();
        if (typed.isEmpty()) typed = suggested(fields.getOrDefault("most" + i, ""));
        String currency = fields.getOrDefault("currency" + i, "");
        String settles = fields.getOrDefault("settles" + i, "").strip();
        Money amount = amount("amount" + i, typed, left.currency());
        Money other = currency.isEmpty() ? null : amount("settles" + i, settles, Currency.getInstance(currency));
        PartText.Named part = amount == null ? null : PartText.Named.of(key, amount, other);
        Foreign foreign = currency.isEmpty() ? null : new Foreign(currency, settles);
        return new Row(i, key, fields.getOrDefault("title" + i, ""), typed, foreign, part);
    }

    /** What a part most probably takes: all there is of it, as far as the rest of the line reaches. */
    private String suggested(String most) {
        Money rest = remainder().abs();
        boolean known = most.matches("-?\\d{1,18}");
        return (known ? rest.min(rest.withMinor(Long.parseLong(most)).abs()) : rest).text();
    }

    /** The place of the next part. */
    public int next() {
        return rows.stream().mapToInt(Row::index).max().orElse(-1) + 1;
    }

    /** Amounts are typed without a sign where all of the line goes one way; a minus turns a part round. */
    private Money amount(String field, String typed, Currency currency) {
        try {
            Money amount = Money.of(currency, TypedAmount.parse(typed));
            return left.isNegative() ? amount.negated() : amount;
        } catch (Refusal wrong) {
            problems.put(field, wrong.sentence());
        } catch (ArithmeticException tooFine) {
            problems.put(field, "“%s” has more decimals than the currency.".formatted(typed));
        }
        return null;
    }

    public List<Row> rows() {
        return rows;
    }

    public Map<String, String> problems() {
        return problems;
    }

    /** What of the line the parts leave over. */
    public Money remainder() {
        return left.minus(Money.sum(
                left.currency(),
                rows.stream()
                        .filter(r -> r.part() != null)
                        .map(r -> r.part().amount())
                        .toList()));
    }

    /**
     * The parts, for matching.
     *
     * @throws Refusal if an amount cannot be read
     */
    List<PartText.Named> named() {
        if (!problems.isEmpty())
            throw new Refusal("match.amount", String.join(" ", problems.values()) + " Nothing was matched.");
        return rows.stream().map(Row::part).toList();
    }
}
