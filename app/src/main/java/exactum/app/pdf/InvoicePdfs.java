package exactum.app.pdf;

import static exactumdb.Tables.INVOICE_PDF;

import com.openhtmltopdf.extend.FSCacheEx;
import com.openhtmltopdf.extend.FSCacheValue;
import com.openhtmltopdf.extend.impl.FSDefaultCacheStore;
import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.util.XRLog;
import exactum.app.business.Business;
import exactum.app.documents.Invoice;
import exactum.app.documents.QrCode;
import exactum.app.links.PaymentLinks;
import exactum.app.text.Texts;
import exactum.core.cadence.ServicePeriod;
import exactum.core.document.TaxRate;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;

/** The PDF of an invoice: rendered when it is first needed, its bytes kept and given out unchanged ever after. */
@Component
public class InvoicePdfs {
    private static final List<String> FAMILIES = List.of("hanken-grotesk", "source-serif-4");
    /** What is read of a font file is the same for every paper. */
    private final FSCacheEx<String, FSCacheValue> fontMetrics = new FSDefaultCacheStore();

    private final DSLContext db;
    private final ITemplateEngine templates;
    private final PaymentLinks links;

    static {
        XRLog.setLoggingEnabled(false);
    }

    InvoicePdfs(DSLContext db, ITemplateEngine templates, PaymentLinks links) {
        this.db = db;
        this.templates = templates;
        this.links = links;
    }

    /** The bytes; the same each time. */
    @Transactional
    public byte[] of(Invoice invoice) {
        Optional<byte[]> kept = find(invoice);
        if (kept.isPresent()) return kept.get();
        byte[] made = render(invoice);
        db.insertInto(INVOICE_PDF)
                .set(INVOICE_PDF.BUSINESS_ID, Business.ID)
                .set(INVOICE_PDF.INVOICE_ID, invoice.id())
                .set(INVOICE_PDF.SHA256, sha256(made))
                .set(INVOICE_PDF.CONTENT, made)
                .onConflictDoNothing()
                .execute();
        return find(invoice).orElseThrow();
    }

    private Optional<byte[]> find(Invoice invoice) {
        return db.select(INVOICE_PDF.CONTENT)
                .from(INVOICE_PDF)
                .where(INVOICE_PDF.BUSINESS_ID.eq(Business.ID))
                .and(INVOICE_PDF.INVOICE_ID.eq(invoice.id()))
                .fetchOptional(INVOICE_PDF.CONTENT);
    }

    private byte[] render(Invoice invoice) {
        String address = links.address(links.ofInvoice(invoice.id()));
        String html = templates.process("pdf/invoice", new Context(Locale.ENGLISH, model(invoice, address)));
        var out = new ByteArrayOutputStream();
        var builder = new PdfRendererBuilder();
        for (String family : FAMILIES) {
            for (String part : List.of("latin", "latin-ext")) {
                for (int weight : new int[] {400, 600}) {
                    String file = "/pdf-fonts/%s-%s-%d.ttf".formatted(family, part, weight);
                    builder.useFont(
                            () -> font(file),
                            part.equals("latin") ? family : family + "-ext",
                            weight,
                            FontStyle.NORMAL,
                            true);
                }
            }
        }
        try {
            builder.useCacheStore(PdfRendererBuilder.CacheStore.PDF_FONT_METRICS, fontMetrics)
                    .withHtmlContent(html, null)
                    .withProducer("Exactum")
                    .toStream(out)
                    .run();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    private static Map<String, Object> model(Invoice i, String address) {
        var lines = i.lines().stream()
                .map(l -> Map.of(
                        "description",
                        l.description(),
                        "quantity",
                        Texts.quantity(l.quantity()) + " " + l.unit(),
                        "price",
                        l.price().text(),
                        "tax",
                        TaxRate.percentText(l.taxPercent()),
                        "net",
                        l.net().text()))
                .toList();
        var taxes = i.taxes().stream()
                .map(t -> Map.of(
                        "label",
                        "VAT %s on %s"
                                .formatted(
                                        TaxRate.percentText(t.percent()),
                                        t.base().text()),
                        "amount",
                        t.tax().text()))
                .toList();
        return Map.ofEntries(
                Map.entry("number", i.number()),
                Map.entry("seller", i.seller()),
                Map.entry("sellerLines", i.seller().address().split("\n")),
                Map.entry("buyer", i.buyer()),
                Map.entry("buyerLines", i.buyer().address().split("\n")),
                Map.entry("date", Texts.day(i.date())),
                Map.entry("due", Texts.day(i.dueDate())),
                Map.entry(
                        "period",
                        i.periodFrom() == null ? "" : new ServicePeriod(i.periodFrom(), i.periodUntil()).words()),
                Map.entry("reference", i.theirReference() == null ? "" : i.theirReference()),
                Map.entry("memo", i.memo() == null ? "" : i.memo()),
                Map.entry("lines", lines),
                Map.entry("taxes", taxes),
                Map.entry("net", i.net().text()),
                Map.entry("gross", i.gross().withCurrency()),
                Map.entry("terms", i.termsPrinted()),
                Map.entry("address", address),
                Map.entry("qr", QrCode.dataAddress(address)),
                Map.entry("serif", i.seller().typeface().equals("book")));
    }

    private static InputStream font(String file) {
        return InvoicePdfs.class.getResourceAsStream(file);
    }

    private static byte[] sha256(byte[] content) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(content);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
