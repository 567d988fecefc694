package exactum.app.cards;

import com.standardwebhooks.Webhook;
import com.standardwebhooks.exceptions.EmptyWebhookSecretException;
import com.standardwebhooks.exceptions.WebhookVerificationException;
import exactum.app.setup.ProcessorAccount;
import exactum.core.text.CleanText;
import java.net.http.HttpHeaders;
import java.time.Instant;
import java.util.List;
import java.util.Map;

/** Whether a notice comes from whom it says, by Standard Webhooks 1.0: the signature, and at most five minutes of age. */
final class NoticeSignature {
    static final int LONGEST_ID = 200;
    private static final int OLDEST_SECONDS = 300;

    private NoticeSignature() {}

    static boolean isGenuine(ProcessorAccount.Access access, TakeInNotice.Headers headers, String body, Instant now) {
        if (headers.id() == null
                || headers.id().length() > LONGEST_ID
                || CleanText.harmless(headers.id(), LONGEST_ID).isEmpty()
                || headers.timestamp() == null
                || headers.signature() == null) return false;
        if (!headers.timestamp().matches("\\d{1,12}")) return false;
        long age = now.getEpochSecond() - Long.parseLong(headers.timestamp());
        if (Math.abs(age) > OLDEST_SECONDS) return false;
        return isSigned(access.signingSecret(), headers, body)
                || access.formerSecret() != null && isSigned(access.formerSecret(), headers, body);
    }

    private static boolean isSigned(String secret, TakeInNotice.Headers headers, String body) {
        try {
            new Webhook(secret)
                    .verify(
                            body,
                            HttpHeaders.of(
                                    Map.of(
                                            "webhook-id",
                                            List.of(headers.id()),
                                            "webhook-timestamp",
                                            List.of(headers.timestamp()),
                                            "webhook-signature",
                                            List.of(headers.signature())),
                                    (name, value) -> true));
            return true;
        } catch (WebhookVerificationException | EmptyWebhookSecretException | IllegalArgumentException wrong) {
            return false;
        }
    }
}
