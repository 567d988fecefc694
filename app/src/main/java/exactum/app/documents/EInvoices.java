package exactum.app.documents;

import exactum.app.settlement.FindClaims;
import exactum.app.setup.FindSetup;
import exactum.core.document.DocumentKind;
import exactum.core.document.TaxCategory;
import exactum.core.document.TaxRate;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.formats.ubl.EInvoice;
import exactum.formats.ubl.UblWriter;
import java.io.ByteArrayOutputStream;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** An issued invoice or credit note as UBL 2.1 by EN 16931: what its PDF says, for programs to read. */
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

    /** The bytes of the file; the same each time. */
    public byte[] of(BusinessId business, Document d) {
        var out = new ByteArrayOutputStream();
        UblWriter.write(invoice(business, d), out);
        return out.toByteArray();
    }

    private EInvoice invoice(BusinessId business, Document d) {
        BankAccountId account = d.manner().transferTo();
        List<FindClaims.Part> parts = claims.parts(business, d.id()).stream()
                .filter(p -> p.said().rescheduled() == 0)
                .toList();
        LocalDate due = parts.stream()
                .map(FindClaims.Part::due)
                .min(LocalDate::compareTo)
                .orElse(d.date());
        return new EInvoice(
                d.number(),
                d.date(),
                due,
                d.texts().theirReference(),
                notes(d),
                terms(d, parts),
                party(d.seller()),
                party(d.buyer()),
                d.lines().stream()
                        .filter(l -> !l.line().isText())
                        .map(l -> new EInvoice.Line(
                                l.line().description(),
                                l.line().quantity(),
                                l.line().unit(),
                                l.net(),
                                l.rate()))
                        .toList(),
                d.taxes().stream()
                        .map(t -> new EInvoice.Tax(t.rate(), t.base(), t.tax(), reason(d, t.rate())))
                        .toList(),
                d.amounts().prepaid(),
                account == null ? null : setup.number(business, account).value(),
                debit(d.manner().debited()),
                d.kind() == DocumentKind.CREDIT_NOTE ? credited(business, d) : null);
    }

    private static EInvoice.Debit debit(Manner.Debited by) {
        return by == null ? null : new EInvoice.Debit(by.mandate(), by.creditor());
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
        return Stream.concat(
                        Stream.of(d.texts().terms()),
                        parts.stream()
                                .map(p -> "%s by %s%s"
                                        .formatted(
                                                p.amount().text(),
                                                p.due(),
                                                p.early() == null
                                                        ? ""
                                                        : ", %s less if paid by %s"
                                                                .formatted(
                                                                        p.early()
                                                                                .discount()
                                                                                .text(),
                                                                        p.early()
                                                                                .until()))))
                .filter(t -> !t.isEmpty())
                .collect(Collectors.joining("; "));
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
