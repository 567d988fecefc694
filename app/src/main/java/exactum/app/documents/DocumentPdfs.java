package exactum.app.documents;

import com.openhtmltopdf.bidi.support.ICUBidiReorderer;
import com.openhtmltopdf.bidi.support.ICUBidiSplitter;
import com.openhtmltopdf.extend.FSCacheEx;
import com.openhtmltopdf.extend.FSCacheValue;
import com.openhtmltopdf.extend.impl.FSDefaultCacheStore;
import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.util.XRLog;
import exactum.app.setup.FindSetup;
import exactum.app.setup.SellerNumber;
import exactum.app.web.Habit;
import exactum.core.document.DocumentKind;
import exactum.core.document.DocumentState;
import exactum.core.document.PriceMode;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;

/** The PDF of a document: rendered when it is first needed, its bytes kept and given out unchanged ever after. */
@Component
public class DocumentPdfs {
    private static final Set<String> OWN = Set.of("hanken-grotesk", "source-serif-4");
    /** What is read of a font file is the same for every paper. */
    private final FSCacheEx<String, FSCacheValue> fontMetrics = new FSDefaultCacheStore();

    private final PdfStore store;
    private final ITemplateEngine templates;
    private final LookAt lookAt;
    private final FindSetup setup;

    static {
        XRLog.setLoggingEnabled(false);
    }

    DocumentPdfs(PdfStore store, ITemplateEngine templates, LookAt lookAt, FindSetup setup) {
        this.store = store;
        this.templates = templates;
        this.lookAt = lookAt;
        this.setup = setup;
    }

    /** The bytes; the same each time. No transaction is open while they are made. */
    public byte[] of(BusinessId business, Document document) {
        Optional<byte[]> kept = store.find(business, document.id());
        if (kept.isPresent()) return kept.get();
        store.keep(business, document.id(), render(business, lookAt.issued(business, document)));
        return store.find(business, document.id()).orElseThrow();
    }

    /** The bytes of a draft, marked as one; they are kept nowhere. */
    public byte[] ofDraft(BusinessId business, Looked draft) {
        return render(business, draft);
    }

    private byte[] render(BusinessId business, Looked looked) {
        Map<String, Object> model = model(business, looked);
        List<Faces.Face> faces = Faces.needed(Faces.printable(html(model)), OWN);
        model.put("faces", inCss(faces));
        var out = new ByteArrayOutputStream();
        var builder = new PdfRendererBuilder();
        for (Faces.Face face : faces)
            for (int weight : face.weights())
                builder.useFont(() -> face.open(weight), face.name(), weight, FontStyle.NORMAL, true);
        try {
            withoutFetching(builder)
                    .useUnicodeBidiSplitter(new ICUBidiSplitter.ICUBidiSplitterFactory())
                    .useUnicodeBidiReorderer(new ICUBidiReorderer())
                    .defaultTextDirection(PdfRendererBuilder.TextDirection.LTR)
                    .useCacheStore(PdfRendererBuilder.CacheStore.PDF_FONT_METRICS, fontMetrics)
                    .withHtmlContent(Faces.printable(html(model)), null)
                    .withProducer("Exactum")
                    .toStream(out)
                    .run();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    private String html(Map<String, Object> model) {
        return templates.process("pdf/invoice", new Context(((Habit) model.get("in")).locale(), model));
    }

    /** Nothing but what stands in the paper itself: no address is opened, whatever a text says. */
    private static PdfRendererBuilder withoutFetching(PdfRendererBuilder builder) {
        return builder.useUriResolver((base, uri) -> uri.startsWith("data:") ? uri : null)
                .useProtocolsStreamImplementation(
                        uri -> {
                            throw new IllegalStateException("a paper fetches nothing");
                        },
                        "http",
                        "https",
                        "file",
                        "ftp",
                        "jar",
                        "classpath");
    }

    /** The families as a style sheet lists them, the bold title's own before the others. */
    private static String inCss(List<Faces.Face> faces) {
        return faces.stream().map(f -> "'" + f.name() + "'").collect(Collectors.joining(", "));
    }

    private Map<String, Object> model(BusinessId business, Looked looked) {
        Document d = looked.document();
        String address = looked.address();
        var model = new HashMap<String, Object>();
        model.put("document", d);
        var habit = new Habit(d.manner().language().locale());
        BankAccountId account = d.manner().transferTo();
        model.put("in", habit);
        model.put("lines", PrintedLine.of(d, habit));
        model.put("reductions", IssuedFigures.of(d).reductions());
        model.put("title", "kind." + d.kind().words().replace(' ', '-'));
        model.put("bank", account == null ? null : setup.bankAccount(business, account));
        model.put("number", account == null ? null : setup.number(business, account));
        model.put("parts", looked.parts());
        model.put("credited", looked.credited());
        model.put("quote", d.kind() == DocumentKind.QUOTE);
        model.put("sale", d.particulars().sale());
        model.put("offer", d.particulars().offer());
        model.put("draft", d.state() == DocumentState.DRAFT);
        model.put("address", address);
        model.put("qr", address.isEmpty() ? null : QrCode.dataAddress(address));
        model.put("faces", "");
        model.put("serif", d.seller().typeface().equals("book"));
        model.put("footer", inCss(footer(d.seller())));
        model.put("headNumbers", d.seller().numbersAt(SellerNumber.BESIDE_ADDRESS));
        model.put("logo", logo(business, d.seller().logo()));
        model.put("included", d.amounts().mode() == PriceMode.TAX_INCLUDED);
        model.put("toPay", d.gross().minus(d.amounts().prepaid()));
        model.put("newLine", "\n");
        return model;
    }

    private static String footer(Party seller) {
        return Stream.concat(
                        Stream.of(seller.name(), seller.taxNumber()),
                        seller.numbersAt(SellerNumber.AT_FOOT).stream().map(n -> n.label() + " " + n.number()))
                .filter(text -> text != null && !text.isEmpty())
                .collect(Collectors.joining(" · "));
    }

    /** The logo that the document was issued with, within the paper itself; null for none. */
    private String logo(BusinessId business, String digest) {
        return digest == null
                ? null
                : setup.logo(business, digest)
                        .map(png ->
                                "data:image/png;base64," + Base64.getEncoder().encodeToString(png))
                        .orElse(null);
    }

    /** A text between quotation marks in a style sheet: what could end it there is written as its code point. */
    private static String inCss(String text) {
        var safe = new StringBuilder();
        text.codePoints().forEach(c -> {
            boolean plain = Character.isLetterOrDigit(c) || " .,-·()/'’".indexOf(c) >= 0;
            safe.append(plain ? Character.toString(c) : "\\%06x".formatted(c));
        });
        return safe.toString();
    }
}
