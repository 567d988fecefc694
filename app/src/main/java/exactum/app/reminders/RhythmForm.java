package exactum.app.reminders;

import exactum.app.customers.Language;
import exactum.app.web.TypedForm;
import exactum.core.text.TextKind;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** A rhythm as it is typed. */
record RhythmForm(String name, int payByDays, List<KeptRhythm.Step> steps) {
    static final int MOST = 12;

    /** A row whose days are empty is no step. */
    static RhythmForm read(Map<String, String> fields) {
        return TypedForm.read(fields, f -> {
            var steps = new ArrayList<KeptRhythm.Step>();
            for (int i = 0; i < MOST; i++) if (!f.raw("days" + i).isBlank()) steps.add(step(f, i));
            return new RhythmForm(f.required("name", "name", TextKind.NAME), f.whole("payByDays", 2), steps);
        });
    }

    private static KeptRhythm.Step step(TypedForm f, int i) {
        String typed = f.text("days" + i).replace('−', '-');
        if (!typed.matches("-?\\d{1,3}")) {
            f.refuse(
                    "days" + i,
                    "rhythm.number",
                    "“%s” is no number of days. Write 4 for four days after, -7 for seven before. Nothing was saved."
                            .formatted(typed));
            typed = "0";
        }
        Map<String, KeptRhythm.Text> texts = new HashMap<>();
        for (Language language : Language.values()) {
            var text = new KeptRhythm.Text(
                    f.text("subject%d-%s".formatted(i, language.code())),
                    f.text("body%d-%s".formatted(i, language.code()), TextKind.PARAGRAPHS));
            if (!text.equals(KeptRhythm.Text.OURS)) texts.put(language.code(), text);
        }
        return new KeptRhythm.Step(Integer.parseInt(typed), texts);
    }
}
