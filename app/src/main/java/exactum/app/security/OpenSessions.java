package exactum.app.security;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.stereotype.Component;

/** Where a person is signed in. */
@Component
public class OpenSessions {
    /** What the session keeps of the place from which somebody signed in. */
    static final String FROM = "from";

    private final FindByIndexNameSessionRepository<? extends Session> sessions;

    OpenSessions(FindByIndexNameSessionRepository<? extends Session> sessions) {
        this.sessions = sessions;
    }

    /**
     * One of them.
     *
     * @param from which browser, and from which address
     * @param isThis whether it is the one that asks
     */
    public record Open(String from, Instant since, Instant lastUsed, boolean isThis) {}

    /** All of them, the last used first. */
    public List<Open> of(String login, String thisOne) {
        return sessions.findByPrincipalName(login).values().stream()
                .filter(s -> !s.isExpired())
                .map(s -> new Open(
                        s.getAttributeOrDefault(FROM, "an unknown browser"),
                        s.getCreationTime(),
                        s.getLastAccessedTime(),
                        s.getId().equals(thisOne)))
                .sorted(Comparator.comparing(Open::lastUsed).reversed())
                .toList();
    }

    /** Signs the person out everywhere but here. */
    public void endOthers(String login, String thisOne) {
        sessions.findByPrincipalName(login).keySet().stream()
                .filter(id -> !id.equals(thisOne))
                .forEach(sessions::deleteById);
    }
}
