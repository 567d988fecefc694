package exactum.app.audit;

import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;

/** Records who did what, in the same transaction as the deed. */
@Component
public class Audit {
    /** Who does what runs on a timer. */
    static final String EXACTUM = "Exactum";

    private final AuditStore records;

    Audit(AuditStore records) {
        this.records = records;
    }

    public void record(BusinessId business, String what, String subject) {
        recordBy(who(), business, what, subject);
    }

    /** The same of several. */
    public void recordAll(BusinessId business, String what, List<String> subjects) {
        records.insertAll(business, who(), what, subjects);
    }

    /** With what was changed, before and after; nothing where nothing was. */
    public void record(BusinessId business, String what, String subject, Changes changes) {
        if (!changes.isEmpty()) records.insert(business, who(), what, subject, changes);
    }

    /** Of somebody who is not signed in yet. */
    public void recordBy(String who, BusinessId business, String what, String subject) {
        records.insert(business, who, what, subject, Changes.of());
    }

    /** The signed-in person, or Exactum itself for what runs on a timer. */
    public static String who() {
        Authentication signedIn = SecurityContextHolder.getContext().getAuthentication();
        return signedIn == null || "anonymousUser".equals(signedIn.getName()) ? EXACTUM : signedIn.getName();
    }
}
