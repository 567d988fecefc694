package exactum.app;

import com.standardwebhooks.Webhook;
import com.standardwebhooks.exceptions.EmptyWebhookSecretException;
import com.standardwebhooks.exceptions.WebhookSigningException;
import exactum.app.cards.TakeInNotice;
import exactum.app.cards.WorkNotices;
import java.time.Instant;
import org.jooq.DSLContext;

/** What the processor tells Larkwater Moorings, signed, stored and acted on. */
final class Notices {
    private Notices() {}

    /** The headers of a notice that is sent at a moment. */
    static TakeInNotice.Headers signed(String id, Instant at, String body) {
        try {
            long timestamp = at.getEpochSecond();
            return new TakeInNotice.Headers(
                    id, Long.toString(timestamp), new Webhook(World.SECRET).sign(id, timestamp, body));
        } catch (WebhookSigningException | EmptyWebhookSecretException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Answers what was done about it, or why it was not stored. */
    static String told(World world, String id, String body) {
        TakeInNotice.Outcome outcome =
                world.bean(TakeInNotice.class).take(world.cards, signed(id, Instant.now(), body), body);
        if (outcome != TakeInNotice.Outcome.STORED) return outcome.name();
        world.bean(WorkNotices.class).work();
        return (String)
                world.bean(DSLContext.class).fetchValue("select outcome from processor_event where event_id = ?", id);
    }
}
