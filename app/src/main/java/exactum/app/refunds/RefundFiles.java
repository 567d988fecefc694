package exactum.app.refunds;

import exactum.app.audit.Audit;
import exactum.app.business.FindBusinesses;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.outside.Outside;
import exactum.app.setup.BankAccount;
import exactum.app.setup.FindSetup;
import exactum.app.web.NotHere;
import exactum.core.bank.Iban;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.RefundFileId;
import exactum.core.ids.RefundOrderId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.scheme.Scheme;
import exactum.core.scheme.SchemeRules;
import exactum.formats.pain.Pain001Version;
import exactum.formats.pain.Pain001Writer;
import exactum.formats.pain.PainVersion;
import exactum.formats.pain.Transfer;
import exactum.formats.pain.TransferHeader;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Map;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.client.RestClientException;
import tools.jackson.databind.JsonNode;

/**
 * Writes transfers into a file for the bank (pain.001). Once written it never changes, and what is in it is on its way; where the
 * bank takes files itself it is sent, and known there by its reference, so that sending it again pays nothing twice.
 */
@Component
public class RefundFiles {
    private static final int MOST_NAME = 70;
    private static final int MOST_TEXT = 140;
    private final RefundStore store;
    private final RefundFileStore files;
    private final RefundAnswers answers;
    private final RefundNames names;
    private final FindSetup setup;
    private final FindBusinesses businesses;
    private final Outside outside;
    private final BusinessClock clock;
    private final Audit audit;
    private final TransactionTemplate transaction;

    RefundFiles(
            RefundStore store,
            RefundFileStore files,
            RefundAnswers answers,
            RefundNames names,
            FindSetup setup,
            FindBusinesses businesses,
            Outside outside,
            BusinessClock clock,
            Audit audit,
            TransactionTemplate transaction) {
        this.store = store;
        this.files = files;
        this.answers = answers;
        this.names = names;
        this.setup = setup;
        this.businesses = businesses;
        this.outside = outside;
        this.clock = clock;
        this.audit = audit;
        this.transaction = transaction;
    }

    /**
     * Writes a file of those that are in none yet.
     *
     * @throws Refusal if none is, or the account is in another currency
     */
    public RefundFileId write(BusinessId business, BankAccountId account, List<RefundOrderId> ids) {
        return transaction.execute(s -> written(business, setup.bankAccount(business, account), ids));
    }

    private RefundFileId written(BusinessId business, BankAccount account, List<RefundOrderId> ids) {
        List<RefundStore.ToPay> all = store.lockToPay(business, ids);
        if (all.isEmpty())
            throw new Refusal("refund.file", "None of these waits for a file any more. Nothing was written.");
        SchemeRules rules = Scheme.SEPA_CORE.rules();
        if (!account.opening().currency().equals(rules.currency()))
            throw new Refusal(
                    "refund.currency",
                    "%s is in %s, and these transfers are in %s. Nothing was written. Choose another account."
                            .formatted(account.name(), account.opening().currency(), rules.currency()));
        var id = new RefundFileId(Ids.next());
        Money total = Money.sum(
                rules.currency(), all.stream().map(p -> p.order().amount()).toList());
        var file = new RefundFileStore.File(
                id,
                account.id(),
                names.message(business, id),
                rules.calendar().openOrNext(clock.today(business)),
                total,
                all.size(),
                null);
        files.insert(business, file, xml(business, account, file, all), Audit.who());
        store.inFile(business, all.stream().map(p -> p.order().id()).toList(), id);
        audit.record(
                business,
                "wrote a file of refunds",
                "%s, %d for %s".formatted(file.reference(), file.count(), total.withCurrency()));
        return id;
    }

    private String xml(
            BusinessId business, BankAccount account, RefundFileStore.File file, List<RefundStore.ToPay> all) {
        SchemeRules rules = Scheme.SEPA_CORE.rules();
        Pain001Version version = Pain001Version.beside(
                PainVersion.of(account.profile().fileVersion()).orElseThrow());
        String payer = rules.text(businesses.get(business).identity().legalName(), MOST_NAME);
        var out = new ByteArrayOutputStream();
        try (var writer = new Pain001Writer(version, out)) {
            writer.header(new TransferHeader(
                    file.reference(),
                    clock.now().truncatedTo(ChronoUnit.SECONDS),
                    payer,
                    (Iban) setup.number(business, account.id()),
                    account.profile().bic(),
                    file.on(),
                    file.count(),
                    file.total()));
            for (RefundStore.ToPay p : all)
                writer.transfer(new Transfer(
                        p.endToEnd(),
                        p.order().amount(),
                        rules.text(p.payee(), MOST_NAME),
                        p.account(),
                        rules.text(text(p.order()), MOST_TEXT)));
        }
        return out.toString(StandardCharsets.UTF_8);
    }

    private static String text(RefundOrder order) {
        return "Refund" + (order.noteNumber() == null ? "" : " " + order.noteNumber())
                + (order.why().isEmpty() ? "" : ": " + order.why());
    }

    /**
     * Hands it to a bank that takes files itself; else a person does. A second time changes nothing.
     *
     * @throws Refusal if the bank does not answer, or refuses it: then nothing of it goes, and each is a decision
     */
    public void handOver(BusinessId business, RefundFileId id) {
        RefundFileStore.File file = files.find(business, id).orElseThrow(NotHere::new);
        String address = setup.bankAccount(business, file.account()).profile().transferUrl();
        if (address == null || file.handedAt() != null) return;
        JsonNode answer;
        try {
            answer = outside.postFile(address, Map.of(), MediaType.APPLICATION_XML_VALUE, files.content(business, id));
        } catch (RestClientException noAnswer) {
            throw new Refusal(
                    "refund.unreachable",
                    "The bank does not answer: %s. The file is written and waits; hand it over again later."
                            .formatted(Outside.words(noAnswer)));
        }
        transaction.executeWithoutResult(s -> files.handed(business, id, clock.now()));
        if (Outside.text(answer, "status").equals("taken")) return;
        String words = Outside.text(answer, "words");
        store.inFile(business, id)
                .forEach(order -> answers.notDone(business, order, "the bank refused the file: " + words));
        throw new Refusal(
                "refund.refused",
                "The bank refused the file: %s. Nothing of it was paid; each refund waits for a decision."
                        .formatted(words));
    }

    /** Whether a file was written that its bank would take, and did not take yet. */
    boolean waitsForBank(BusinessId business, RefundFileId id) {
        RefundFileStore.File file = files.find(business, id).orElseThrow(NotHere::new);
        return file.handedAt() == null
                && setup.bankAccount(business, file.account()).profile().transferUrl() != null;
    }

    byte[] content(BusinessId business, RefundFileId id) {
        files.find(business, id).orElseThrow(NotHere::new);
        return files.content(business, id);
    }

    String name(BusinessId business, RefundFileId id) {
        return files.find(business, id).orElseThrow(NotHere::new).reference() + ".xml";
    }
}
