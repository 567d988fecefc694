package exactum.app.customers;

import exactum.core.precedence.Holding;
import exactum.core.precedence.Level;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.function.Function;

/**
 * One point of how somebody is billed, as their page shows it.
 *
 * @param name of its field
 * @param options what can be chosen; the first, without a value, leaves it to the next wider one
 * @param holds what holds now, in words
 * @param from where that comes from, and what it overrides
 */
record BilledPoint(String name, String label, List<Option> options, String holds, String from) {

    /** One that can be chosen. */
    record Option(String value, String words, boolean chosen) {}

    /** What can be chosen, how it is sent, and how it is said. */
    record Choices<T>(Collection<T> all, Function<T, String> value, Function<T, String> words) {
        String say(T one) {
            return one == null ? "reminders by layout" : words.apply(one);
        }
    }

    /** The point as the page of a level shows it. */
    static <T> BilledPoint of(String name, String label, Holding<T> holding, Choices<T> choices, Seen seen) {
        boolean own = holding.said() == seen.level();
        Holding<T> without = holding.without(seen.level());
        var options = new ArrayList<Option>();
        if (seen.level() != Level.BUSINESS) options.add(new Option("", "usual: " + choices.say(without.value()), !own));
        for (T one : choices.all())
            options.add(new Option(
                    choices.value().apply(one), choices.words().apply(one), own && one.equals(holding.value())));
        return new BilledPoint(
                name, label, options, choices.say(holding.value()), from(holding, without, own, choices, seen));
    }

    private static <T> String from(Holding<T> holding, Holding<T> without, boolean own, Choices<T> choices, Seen seen) {
        if (seen.level() == Level.BUSINESS) return "";
        if (own && holding.overrides())
            return "their own, instead of %s %s".formatted(choices.say(without.value()), seen.who(without.said()));
        if (own) return "their own, the same %s".formatted(seen.who(without.said()));
        return seen.who(holding.said());
    }

    /** From whose page it is seen. */
    record Seen(Level level, String group) {
        String who(Level said) {
            return switch (said) {
                case CUSTOMER -> "as they say";
                case GROUP -> "as for " + group;
                case BUSINESS -> "as for everybody";
            };
        }
    }
}
