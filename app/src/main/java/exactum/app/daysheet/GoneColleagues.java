package exactum.app.daysheet;

import exactum.app.business.MemberLeft;
import java.util.Map;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** What was handed to somebody who left is nobody's again, and their rhythm is forgotten. */
@Component
class GoneColleagues {
    private final DecisionNoteStore notes;
    private final OwnRhythmStore rhythms;

    GoneColleagues(DecisionNoteStore notes, OwnRhythmStore rhythms) {
        this.notes = notes;
        this.rhythms = rhythms;
    }

    @EventListener
    void left(MemberLeft member) {
        notes.deleteHandedTo(member.business(), member.login());
        rhythms.put(member.business(), member.login(), Map.of());
    }
}
