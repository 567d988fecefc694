package exactum.app.reminders;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Language;
import exactum.app.setup.Checklist;
import exactum.app.setup.FindSetup;
import exactum.app.setup.SetupSection;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.reminder.Rhythm;
import exactum.core.text.TextKind;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Rhythms of reminders, and whose they are. */
@Controller
class RhythmPages {
    private final Rhythms rhythms;
    private final FindSetup setup;
    private final Checklist checklist;
    private final ReminderLetters letters;

    RhythmPages(Rhythms rhythms, FindSetup setup, Checklist checklist, ReminderLetters letters) {
        this.rhythms = rhythms;
        this.setup = setup;
        this.checklist = checklist;
        this.letters = letters;
    }

    @GetMapping("/setup/rhythms")
    String page(BusinessId business, Model model) {
        model.addAttribute("rhythms", rhythms.all(business));
        model.addAttribute("layouts", setup.layouts(business));
        model.addAttribute("ofLayouts", rhythms.ofLayouts(business));
        model.addAttribute("point", checklist.point(business, SetupSection.RHYTHMS));
        return "reminders/rhythms";
    }

    @PostMapping("/setup/rhythms")
    @Needs(Power.SETUP)
    String add(BusinessId business, @RequestParam Map<String, String> fields) {
        String name = TypedForm.read(fields, f -> f.required("name", "name", TextKind.NAME));
        return "redirect:/setup/rhythms/" + rhythms.add(business, name, Rhythms.USUAL_PAY_BY_DAYS, Rhythms.USUAL);
    }

    /**
     * A step as it is shown.
     *
     * @param tone how firm it is
     * @param ours the texts that stand where none are typed, by the code of their language
     */
    record Row(KeptRhythm.Step step, String tone, Map<String, KeptRhythm.Text> ours) {}

    @GetMapping("/setup/rhythms/{id}")
    String one(BusinessId business, @PathVariable UUID id, Model model) {
        KeptRhythm rhythm = rhythms.get(business, id);
        model.addAttribute("rhythm", rhythm);
        model.addAttribute("rows", rows(rhythm));
        model.addAttribute("more", rhythm.steps().size() < RhythmForm.MOST);
        model.addAttribute("languages", Language.values());
        model.addAttribute("places", ReminderPlaces.meanings());
        return "reminders/rhythm";
    }

    private List<Row> rows(KeptRhythm rhythm) {
        List<Rhythm.Tone> tones = rhythm.rhythm().tones();
        return IntStream.range(0, tones.size())
                .mapToObj(i -> new Row(
                        rhythm.steps().get(i),
                        tones.get(i).name().toLowerCase(Locale.ROOT),
                        Arrays.stream(Language.values())
                                .collect(Collectors.toMap(Language::code, l -> letters.ours(l, tones.get(i))))))
                .toList();
    }

    @PostMapping("/setup/rhythms/{id}")
    @Needs(Power.SETUP)
    String change(BusinessId business, @PathVariable UUID id, @RequestParam Map<String, String> fields) {
        KeptRhythm before = rhythms.get(business, id);
        RhythmForm typed = RhythmForm.read(fields);
        int seen = new TypedForm(fields).whole("revision", 9);
        rhythms.change(
                business, new KeptRhythm(id, typed.name(), before.chosen(), typed.payByDays(), typed.steps(), seen));
        return "redirect:/setup/rhythms/" + id;
    }

    @PostMapping("/setup/rhythms/{id}/choose")
    @Needs(Power.SETUP)
    String choose(BusinessId business, @PathVariable UUID id) {
        rhythms.choose(business, id);
        return "redirect:/setup/rhythms";
    }

    /** Nobody else is reminded. */
    @PostMapping("/setup/rhythms/none")
    @Needs(Power.SETUP)
    String chooseNone(BusinessId business) {
        rhythms.choose(business, null);
        return "redirect:/setup/rhythms";
    }

    @PostMapping("/setup/rhythms/layouts/{layout}")
    @Needs(Power.SETUP)
    String ofLayout(BusinessId business, @PathVariable UUID layout, @RequestParam Map<String, String> fields) {
        rhythms.ofLayout(business, layout, new TypedForm(fields).idOrNone("rhythm"));
        return "redirect:/setup/rhythms";
    }
}
