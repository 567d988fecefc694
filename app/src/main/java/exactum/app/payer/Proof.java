package exactum.app.payer;

import exactum.app.customers.FindCustomers;
import exactum.app.customers.Mail;
import exactum.app.installation.BusinessClock;
import exactum.app.links.PaymentLink;
import exactum.app.messages.MessageKind;
import exactum.app.messages.NewMessage;
import exactum.app.messages.Outbox;
import exactum.app.security.Vault;
import exactum.app.setup.PayersMay;
import exactum.core.ids.BusinessId;
import jakarta.servlet.http.Cookie;
import java.nio.ByteBuffer;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.util.WebUtils;

/**
 * Whether whoever holds a link may see more than its document. A young link may; with an old one, which may have wandered, a
 * code goes to the customer's own e-mail address first, and a browser that knew it is remembered for an hour.
 */
@Component
class Proof {
    private static final Duration CODE_IS_GOOD = Duration.ofMinutes(15);
    private static final Duration REMEMBERED = Duration.ofHours(1);
    private static final int CODES_A_DAY = 5;
    private static final int TRIES = 5;
    private final PayerCodeStore codes;
    private final PayersMay payersMay;
    private final FindCustomers customers;
    private final Outbox outbox;
    private final Vault vault;
    private final BusinessClock clock;

    Proof(
            PayerCodeStore codes,
            PayersMay payersMay,
            FindCustomers customers,
            Outbox outbox,
            Vault vault,
            BusinessClock clock) {
        this.codes = codes;
        this.payersMay = payersMay;
        this.customers = customers;
        this.outbox = outbox;
        this.vault = vault;
        this.clock = clock;
    }

    /** How many days a link shows all without a code. */
    int days(Visit visit) {
        return payersMay.of(visit.business()).codeAfterDays();
    }

    boolean isGiven(Visit visit) {
        PaymentLink link = visit.link();
        boolean young = !link.madeOn().plusDays(days(visit)).isBefore(clock.today(link.business()));
        return young || isRemembered(visit);
    }

    private boolean isRemembered(Visit visit) {
        Cookie cookie = WebUtils.getCookie(visit.request(), cookieName(visit.link()));
        if (cookie == null || !cookie.getValue().matches("\\d{1,12}\\.[0-9a-f]{64}")) return false;
        String[] parts = cookie.getValue().split("\\.");
        long until = Long.parseLong(parts[0]);
        return until > clock.now().getEpochSecond()
                && MessageDigest.isEqual(HexFormat.of().parseHex(parts[1]), sealed(visit.link(), until));
    }

    /** Sends a code; false where the customer has no address, or five were sent today. */
    @Transactional
    public boolean send(PaymentLink link) {
        List<String> to =
                customers.get(link.business(), link.customer()).recipients().of(Mail.INVOICES);
        Instant now = clock.now();
        boolean enough = codes.sentSince(link, now.minus(Duration.ofDays(1))) >= CODES_A_DAY;
        if (to.isEmpty() || enough) return false;
        UUID id = codes.add(link, now);
        outbox.put(
                link.business(),
                List.of(NewMessage.to(
                        to, MessageKind.PAYER_CODE, link.customer(), id, clock.today(link.business()), List.of())));
        return true;
    }

    /** The code that was sent under an id: six digits that only this installation can derive. */
    String code(BusinessId business, UUID id) {
        byte[] derived =
                vault.derive("payer code", (business + "/" + id).getBytes(java.nio.charset.StandardCharsets.UTF_8));
        return "%06d".formatted(Math.floorMod(ByteBuffer.wrap(derived).getLong(), 1_000_000L));
    }

    /** Takes a code that was typed; the browser that sent the right one is remembered. The newest code counts, for five tries. */
    @Transactional
    public boolean take(Visit visit, String typed) {
        PaymentLink link = visit.link();
        Optional<UUID> newest = codes.tryNewest(link, clock.now().minus(CODE_IS_GOOD), TRIES);
        boolean right = newest.isPresent()
                && MessageDigest.isEqual(
                        code(link.business(), newest.get()).getBytes(java.nio.charset.StandardCharsets.UTF_8),
                        typed.replaceAll("\\D", "").getBytes(java.nio.charset.StandardCharsets.UTF_8));
        if (right) remember(visit);
        return right;
    }

    private void remember(Visit visit) {
        long until = clock.now().plus(REMEMBERED).getEpochSecond();
        String value = until + "." + HexFormat.of().formatHex(sealed(visit.link(), until));
        visit.response()
                .addHeader(
                        HttpHeaders.SET_COOKIE,
                        ResponseCookie.from(cookieName(visit.link()), value)
                                .path("/pay")
                                .httpOnly(true)
                                .sameSite("Lax")
                                .maxAge(REMEMBERED)
                                .build()
                                .toString());
    }

    private byte[] sealed(PaymentLink link, long until) {
        return vault.digest("payer proof", link.id() + "/" + until);
    }

    private static String cookieName(PaymentLink link) {
        return "exactum-payer-" + link.id();
    }
}
