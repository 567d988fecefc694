package exactum.app.daysheet;

import exactum.app.business.MemberLeft;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** What was handed to somebody who left is nobody's again. */
@Component
class GoneColleagues {
    private final DecisionNoteStore notes;

    GoneColleagues(DecisionNoteStore notes) {
        this.notes = notes;
    }

    @EventListener
    void left(MemberLeft member) {
        notes.deleteHandedTo(member.business(), member.login());
    }
}
