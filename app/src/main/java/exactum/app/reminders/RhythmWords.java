package exactum.app.reminders;

import java.util.ArrayList;
import java.util.List;

/** The days of a rhythm in words. */
final class RhythmWords {
    private RhythmWords() {}

    static String of(List<Integer> days) {
        if (days.isEmpty()) return "nothing is told";
        var said = new ArrayList<String>();
        for (int d : days) said.add(d == 0 ? "on the day" : d < 0 ? -d + " before" : d + " after");
        return "days: " + String.join(", ", said);
    }
}
