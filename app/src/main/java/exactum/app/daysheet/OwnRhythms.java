package exactum.app.daysheet;

import exactum.app.audit.Audit;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** A person’s own rhythm: on which days they look at which kind of decisions. */
@Component
class OwnRhythms {
    private final OwnRhythmStore store;
    private final Audit audit;

    OwnRhythms(OwnRhythmStore store, Audit audit) {
        this.store = store;
        this.audit = audit;
    }

    /** The sources that the person does not look at on a day, and why. */
    Map<DecisionSource, OwnRhythm> resting(
            BusinessId business, String login, LocalDate today, List<DecisionSource> sources) {
        Map<String, OwnRhythm> chosen = store.of(business, login);
        Map<DecisionSource, OwnRhythm> resting = new LinkedHashMap<>();
        for (DecisionSource s : sources) {
            OwnRhythm rhythm = chosen.getOrDefault(s.kind().prefix(), OwnRhythm.EVERY_DAY);
            if (!s.isDaily() && !rhythm.shows(today)) resting.put(s, rhythm);
        }
        return resting;
    }

    /** What the person chose, by the prefix of the kind. */
    Map<String, OwnRhythm> chosen(BusinessId business, String login) {
        return store.of(business, login);
    }

    /** Chooses for each kind that is named; one that is not named is looked at every day. */
    @Transactional
    void choose(BusinessId business, String login, Map<String, String> byPrefix) {
        Map<String, OwnRhythm> chosen = new HashMap<>();
        byPrefix.forEach((prefix, name) -> chosen.put(
                prefix,
                OwnRhythm.of(name)
                        .orElseThrow(() -> new Refusal(
                                "rhythm.unknown", "“%s” is no rhythm. Nothing was changed.".formatted(name)))));
        chosen.values().removeIf(OwnRhythm.EVERY_DAY::equals);
        store.put(business, login, chosen);
        audit.record(business, "chose a rhythm of the day sheet", "%d kinds not every day".formatted(chosen.size()));
    }
}
