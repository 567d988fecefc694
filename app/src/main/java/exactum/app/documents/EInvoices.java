package exactum.app.documents;

import exactum.app.settlement.FindClaims;
import exactum.app.setup.FindSetup;
import exactum.core.bank.AccountNumber;
import exactum.core.bank.CreditorReference;
import exactum.core.bank.Iban;
import exactum.core.document.DocumentKind;
import exactum.core.document.TaxCategory;
import exactum.core.document.TaxRate;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import exactum.formats.einvoice.CiiWriter;
import exactum.formats.einvoice.EInvoice;
import exactum.formats.einvoice.EInvoiceRules;
import exactum.formats.einvoice.UblWriter;
import java.io.ByteArrayOutputStream;
import java.io.OutputStream;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.BiConsumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Documents by EN 16931: what their PDF says, for programs to read, as UBL 2.1 or as CII D16B. */
@Component
public class EInvoices {
    private final FindClaims claims;
    private final FindSetup setup;
    private final FindDocuments documents;

    EInvoices(FindClaims claims, FindSetup setup, FindDocuments documents) {
        this.documents = documents;
        this.claims = claims;
        this.setup = setup;
    }

    /**
     * The bytes of the file as UBL; the same each time.
     *
     * @throws Refusal if its receiver would refuse it
     */
    public byte[] of(BusinessId business, Document d) {
        return file(business, d, UblWriter::write);
    }

    /**
     * The bytes of the file as CII; the same each time.
     *
     * @throws Refusal if its receiver would refuse it
     */
    public byte[] crossIndustry(BusinessId business, Document d) {
        return file(business, d, CiiWriter::write);
    }

    private byte[] file(BusinessId business, Document d, BiConsumer<EInvoice, OutputStream> writer) {
        EInvoice invoice = invoice(business, issued(business, d));
        for (EInvoiceRules.Problem problem : EInvoiceRules.of(invoice))
            throw new Refusal(
                    "einvoice." + problem.rule(),
                    "%s is no e-invoice that its receiver would take. %s Nothing was sent."
                            .formatted(d.title(), problem.sentence()));
        return written(invoice, writer);
    }

    /** The bytes of the file as UBL, whether its receiver would take it or not; to compare with. */
    byte[] unchecked(BusinessId business, Document d) {
        return written(invoice(business, issued(business, d)), UblWriter::write);
    }

    private static byte[] written(EInvoice invoice, BiConsumer<EInvoice, OutputStream> writer) {
        var out = new ByteArrayOutputStream();
        writer.accept(invoice, out);
        return out.toByteArray();
    }

    /** What a receiver would refuse of a document that is not issued yet; none for one that is no invoice and no credit note. */
    List<EInvoiceRules.Problem> problems(BusinessId business, Prepared prepared) {
        if (prepared.draft().kind() == DocumentKind.QUOTE) return List.of();
        return EInvoiceRules.of(invoice(business, Looked.of(prepared, "")));
    }

    private Looked issued(BusinessId business, Document d) {
        List<FindClaims.Part> parts = claims.parts(business, d.id()).stream()
                .filter(p -> p.said().rescheduled() == 0)
                .toList();
        return new Looked(d, parts, "", credited(business, d));
    }

    private EInvoice invoice(BusinessId business, Looked looked) {
        Document d = looked.document();
        LocalDate due = looked.parts().stream()
                .map(FindClaims.Part::due)
                .min(LocalDate::compareTo)
                .orElse(d.date());
        return new EInvoice(
                d.number(),
                d.date(),
                due,
                d.period(),
                d.texts().theirReference(),
                notes(d),
                payment(business, d, looked.parts()),
                party(d.seller()),
                party(d.buyer()),
                d.lines().stream()
                        .filter(l -> !l.line().isText())
                        .map(l -> line(d, l))
                        .toList(),
                EInvoice.Tax.joined(d.taxes().stream()
                        .map(t -> new EInvoice.Tax(t.rate(), t.base(), t.tax(), reason(d, t.rate())))
                        .toList()),
                d.amounts().prepaid(),
                d.kind() == DocumentKind.CREDIT_NOTE ? looked.credited() : null);
    }

    /** With what is less or more on it, which its net has in it. */
    private static EInvoice.Line line(Document d, Document.IssuedLine l) {
        return new EInvoice.Line(
                l.line().description(),
                l.line().adjustments().isEmpty()
                        ? ""
                        : PrintedLine.adjustments(l.line(), d.manner().habit()),
                l.line().quantity(),
                l.line().unit(),
                l.net(),
                l.rate(),
                l.line().period());
    }

    private EInvoice.Payment payment(BusinessId business, Document d, List<FindClaims.Part> parts) {
        BankAccountId account = d.manner().transferTo();
        AccountNumber number = account == null ? null : setup.number(business, account);
        Manner.Debited by = d.manner().debited();
        return new EInvoice.Payment(
                terms(d, parts),
                number == null ? null : number.value(),
                number instanceof Iban,
                reference(d, number),
                by == null ? null : new EInvoice.Debit(by.mandate(), by.creditor()));
    }

    /** What its paper asks a transfer to name. */
    private static String reference(Document d, AccountNumber number) {
        boolean structured =
                number instanceof Iban && d.gross().currency().getCurrencyCode().equals("EUR");
        return structured
                ? CreditorReference.of(d.number()).map(CreditorReference::value).orElse(d.number())
                : d.number();
    }

    /** The number of the document that a credit note takes back; empty for none. */
    private String credited(BusinessId business, Document d) {
        return d.origin().credited() == null
                ? ""
                : documents.get(business, d.origin().credited()).number();
    }

    /** The terms as printed, and each part where there are several or less is due early (BT-20). */
    private static String terms(Document d, List<FindClaims.Part> parts) {
        boolean plain = parts.size() < 2 && parts.stream().allMatch(p -> p.early() == null);
        if (plain) return d.texts().terms();
        return Stream.concat(Stream.of(d.texts().terms()), parts.stream().map(EInvoices::part))
                .filter(t -> !t.isEmpty())
                .collect(Collectors.joining("; "));
    }

    private static String part(FindClaims.Part p) {
        String part = "%s by %s".formatted(p.amount().text(), p.due());
        return p.early() == null
                ? part
                : "%s, %s less if paid by %s"
                        .formatted(part, p.early().discount().text(), p.early().until());
    }

    /** Lines that only say something, discounts (they are taken off the lines), the memo, and where somebody is served. */
    private static List<String> notes(Document d) {
        var notes = new ArrayList<String>();
        d.lines().stream()
                .filter(l -> l.line().isText())
                .forEach(l -> notes.add(l.line().description()));
        IssuedFigures.of(d)
                .reductions()
                .forEach(r -> notes.add("%s: %s".formatted(r.words(), r.amount().text())));
        if (!d.texts().memo().isEmpty()) notes.add(d.texts().memo());
        if (!d.manner().serviceAddress().isEmpty())
            notes.add(d.manner().serviceAddress().replace("\n", ", "));
        return notes;
    }

    private static EInvoice.Party party(Party p) {
        return new EInvoice.Party(
                p.name(),
                Arrays.stream(p.address().split("\n"))
                        .map(String::strip)
                        .filter(l -> !l.isEmpty())
                        .toList(),
                p.country(),
                p.taxNumber() == null ? "" : p.taxNumber());
    }

    private static String reason(Document d, TaxRate rate) {
        if (rate.category() == TaxCategory.STANDARD || rate.category() == TaxCategory.ZERO) return "";
        return d.manner().taxNote().isEmpty() ? rate.source() : d.manner().taxNote();
    }
}
