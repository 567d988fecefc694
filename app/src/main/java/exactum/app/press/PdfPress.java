package exactum.app.press;

import com.openhtmltopdf.bidi.support.ICUBidiReorderer;
import com.openhtmltopdf.bidi.support.ICUBidiSplitter;
import com.openhtmltopdf.extend.FSCacheEx;
import com.openhtmltopdf.extend.FSCacheValue;
import com.openhtmltopdf.extend.impl.FSDefaultCacheStore;
import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.util.XRLog;
import java.awt.color.ColorSpace;
import java.awt.color.ICC_Profile;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.apache.pdfbox.io.IOUtils;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.multipdf.PDFMergerUtility;
import org.springframework.stereotype.Component;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;

/**
 * Prints a template as PDF that lasts and can be read aloud: PDF/A-3a (ISO 19005-3) and PDF/UA-1 (ISO 14289-1), tagged, with the faces
 * that its letters need; a template names them by its model’s {@code faces}, its language and a title.
 */
@Component
public class PdfPress {
    private static final Set<String> OWN = Set.of("hanken-grotesk", "source-serif-4");
    /** What a template writes before it is known which faces it needs. */
    private static final String FACES_TO_COME = "'faces-to-come'";

    private static final byte[] SRGB =
            ICC_Profile.getInstance(ColorSpace.CS_sRGB).getData();
    /** What is read of a font file is the same for every paper. */
    private final FSCacheEx<String, FSCacheValue> fontMetrics = new FSDefaultCacheStore();

    private final ITemplateEngine templates;

    static {
        XRLog.setLoggingEnabled(false);
    }

    PdfPress(ITemplateEngine templates) {
        this.templates = templates;
    }

    /** The bytes; no transaction should be open while they are made. */
    public byte[] print(String template, Locale locale, Map<String, Object> facts) {
        var model = new HashMap<>(facts);
        model.put("faces", FACES_TO_COME);
        String html = Faces.printable(templates.process(template, new Context(locale, model)));
        List<Faces.Face> faces = Faces.needed(html, OWN);
        var out = new ByteArrayOutputStream();
        var builder = new PdfRendererBuilder();
        if (Faces.hasRightToLeft(html)) bothWays(builder);
        for (Faces.Face face : faces)
            for (int weight : face.weights())
                builder.useFont(() -> face.open(weight), face.name(), weight, FontStyle.NORMAL, true);
        try {
            withoutFetching(builder)
                    .useCacheStore(PdfRendererBuilder.CacheStore.PDF_FONT_METRICS, fontMetrics)
                    .withHtmlContent(html.replace(FACES_TO_COME, familiesInCss(faces)), null)
                    .usePdfAConformance(PdfRendererBuilder.PdfAConformance.PDFA_3_A)
                    .usePdfUaAccessibility(true)
                    .useColorProfile(SRGB)
                    .withProducer("Exactum")
                    .toStream(out)
                    .run();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    private static void bothWays(PdfRendererBuilder builder) {
        builder.useUnicodeBidiSplitter(new ICUBidiSplitter.ICUBidiSplitterFactory())
                .useUnicodeBidiReorderer(new ICUBidiReorderer())
                .defaultTextDirection(PdfRendererBuilder.TextDirection.LTR);
    }

    /** Several papers as one, in order. */
    public byte[] joined(List<byte[]> papers) {
        var out = new ByteArrayOutputStream();
        var merger = new PDFMergerUtility();
        papers.forEach(p -> merger.addSource(new RandomAccessReadBuffer(p)));
        merger.setDestinationStream(out);
        try {
            merger.mergeDocuments(IOUtils.createMemoryOnlyStreamCache());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
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
    private static String familiesInCss(List<Faces.Face> faces) {
        return faces.stream().map(f -> "'" + f.name() + "'").collect(Collectors.joining(", "));
    }

    /** A text between quotation marks in a style sheet: what could end it there is written as its code point. */
    public static String inCss(String text) {
        var safe = new StringBuilder();
        text.codePoints().forEach(c -> {
            boolean plain = Character.isLetterOrDigit(c) || " .,-·()/'’".indexOf(c) >= 0;
            safe.append(plain ? Character.toString(c) : "\\%06x".formatted(c));
        });
        return safe.toString();
    }
}
