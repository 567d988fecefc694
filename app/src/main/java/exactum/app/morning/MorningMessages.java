package exactum.app.morning;

import exactum.app.audit.Audit;
import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.business.MemberLeft;
import exactum.app.daysheet.Decisions;
import exactum.app.daysheet.NightLog;
import exactum.app.installation.BusinessClock;
import exactum.app.installation.Settings;
import exactum.core.ids.BusinessId;
import exactum.core.text.CleanText;
import jakarta.mail.MessagingException;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import java.io.UnsupportedEncodingException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.event.EventListener;
import org.springframework.mail.MailException;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The day sheet by mail: asked for by a person for themselves, sent once a business day when its night has run. Killed between sending
 * and noting, it goes again under the same Message-ID.
 */
@Component
public class MorningMessages {
    private static final Logger LOG = LoggerFactory.getLogger(MorningMessages.class);
    private static final Duration LEASE = Duration.ofMinutes(5);
    private static final Duration BETWEEN_TRIES = Duration.ofMinutes(10);
    private static final int MOST_TRIES = 6;
    private static final int LONGEST_PROBLEM = 300;
    private final WishStore store;
    private final FindBusinesses businesses;
    private final Decisions decisions;
    private final NightLog nights;
    private final BusinessClock clock;
    private final Settings settings;
    private final JavaMailSenderImpl mail;
    private final TransactionTemplate transaction;
    private final Audit audit;

    MorningMessages(
            WishStore store,
            FindBusinesses businesses,
            Decisions decisions,
            NightLog nights,
            BusinessClock clock,
            Settings settings,
            JavaMailSenderImpl mail,
            TransactionTemplate transaction,
            Audit audit) {
        this.store = store;
        this.businesses = businesses;
        this.decisions = decisions;
        this.nights = nights;
        this.clock = clock;
        this.settings = settings;
        this.mail = mail;
        this.transaction = transaction;
        this.audit = audit;
    }

    Optional<Wish> find(BusinessId business, String login) {
        return store.find(business, login);
    }

    /** Sends the person the day sheet from the next morning on, to an address that was checked. */
    @Transactional
    public void ask(BusinessId business, String login, String address) {
        store.put(business, login, address, clock.today(business));
        audit.record(business, "asked for the day sheet by mail", address);
    }

    /** Ends it; a second time nothing changes. */
    @Transactional
    public void stop(BusinessId business, String login) {
        if (store.delete(business, login)) audit.record(business, "stopped the day sheet by mail", login);
    }

    @EventListener
    void left(MemberLeft member) {
        store.delete(member.business(), member.login());
    }

    /** Sends what is due, and answers how many went. */
    public int sendDue() {
        int sent = 0;
        for (Business business : businesses.all()) {
            LocalDate today = clock.today(business.id());
            List<Wish> due = transaction.execute(s -> store.take(business.id(), today, LEASE));
            for (Wish wish : due) if (send(business, wish, today)) sent++;
        }
        return sent;
    }

    private boolean send(Business business, Wish wish, LocalDate day) {
        try {
            mail.send(mime(business, wish, day));
            transaction.executeWithoutResult(s -> store.over(wish, day, ""));
            return true;
        } catch (MailException | MessagingException | UnsupportedEncodingException problem) {
            LOG.warn("the day sheet could not be sent", problem);
            String why = CleanText.harmless(String.valueOf(problem.getMessage()), LONGEST_PROBLEM);
            transaction.executeWithoutResult(s -> {
                if (wish.tries() >= MOST_TRIES) store.over(wish, day, why);
                else store.failed(wish, why, OffsetDateTime.now().plus(BETWEEN_TRIES));
            });
            return false;
        }
    }

    private MimeMessage mime(Business business, Wish wish, LocalDate day)
            throws MessagingException, UnsupportedEncodingException {
        var letter = new MorningLetter(
                business,
                day,
                decisions.sheet(business.id(), wish.login()),
                nights.of(business.id(), day),
                settings.publicAddress() + "/" + business.code());
        String utf8 = StandardCharsets.UTF_8.name();
        MimeMessage mime = mail.createMimeMessage();
        mime.setFrom(new InternetAddress(business.identity().mailFrom(), business.name(), utf8));
        mime.setRecipient(MimeMessage.RecipientType.TO, new InternetAddress(wish.address(), wish.name(), utf8));
        mime.setSubject(letter.subject(), utf8);
        mime.setText(letter.body(), utf8);
        mime.setHeader(
                "Message-ID",
                "<morning-%s-%s-%s@exactum>"
                        .formatted(
                                business.id().value(),
                                Integer.toHexString(wish.login().hashCode()),
                                day));
        return mime;
    }
}
