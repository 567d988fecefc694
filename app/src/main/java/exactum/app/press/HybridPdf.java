package exactum.app.press;

import exactum.core.problem.Refusal;
import exactum.formats.LimitedInput;
import exactum.formats.einvoice.EInvoiceReader;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayDeque;
import java.util.GregorianCalendar;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.InflaterInputStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDDocumentNameDictionary;
import org.apache.pdfbox.pdmodel.PDEmbeddedFilesNameTreeNode;
import org.apache.pdfbox.pdmodel.common.PDMetadata;
import org.apache.pdfbox.pdmodel.common.PDNameTreeNode;
import org.apache.pdfbox.pdmodel.common.filespecification.PDComplexFileSpecification;
import org.apache.pdfbox.pdmodel.common.filespecification.PDEmbeddedFile;

/**
 * A PDF/A-3 that carries an e-invoice as CII, as the hybrid format of the German and French forums for e-invoices has it (Factur-X 1.0,
 * ZUGFeRD 2, profile EN 16931): one file of a fixed name, and metadata that say so.
 */
public final class HybridPdf {
    private static final int MOST_NODES = 1_000;
    private static final String NAME = "factur-x.xml";
    private static final COSName RELATIONSHIP = COSName.getPDFName("AFRelationship");
    private static final COSName ASSOCIATED = COSName.getPDFName("AF");
    private static final String END_OF_METADATA = "</rdf:RDF>";
    private static final Pattern END_OF_SCHEMAS = Pattern.compile("</rdf:Bag>\\s*</pdfaExtension:schemas>");

    /** What XMP says of the file within. */
    private static final String METADATA = """
            <rdf:Description rdf:about="" xmlns:fx="urn:factur-x:pdfa:CrossIndustryDocument:invoice:1p0#"><fx:DocumentType>INVOICE</fx:DocumentType><fx:DocumentFileName>%s</fx:DocumentFileName><fx:Version>1.0</fx:Version><fx:ConformanceLevel>EN 16931</fx:ConformanceLevel></rdf:Description>
            """.formatted(NAME);

    /** By which schema it says so (ISO 19005-3, 6.6.2.3). */
    private static final String SCHEMA = """
            <rdf:li rdf:parseType="Resource"><pdfaSchema:schema>Factur-X PDFA Extension Schema</pdfaSchema:schema><pdfaSchema:namespaceURI>urn:factur-x:pdfa:CrossIndustryDocument:invoice:1p0#</pdfaSchema:namespaceURI><pdfaSchema:prefix>fx</pdfaSchema:prefix><pdfaSchema:property><rdf:Seq>%s</rdf:Seq></pdfaSchema:property></rdf:li>
            """.formatted(
                    property("DocumentFileName", "The name of the embedded XML document")
                            + property("DocumentType", "The type of the hybrid document in capital letters")
                            + property("Version", "The version of the standard applying to the embedded XML document")
                            + property("ConformanceLevel", "The conformance level of the embedded XML document"));

    private HybridPdf() {}

    private static String property(String name, String means) {
        return "<rdf:li rdf:parseType=\"Resource\"><pdfaProperty:name>%s</pdfaProperty:name><pdfaProperty:valueType>Text</pdfaProperty:valueType><pdfaProperty:category>external</pdfaProperty:category><pdfaProperty:description>%s</pdfaProperty:description></rdf:li>"
                .formatted(name, means);
    }

    /**
     * The paper with the e-invoice in it; what is seen stays as it is.
     *
     * @param pdf PDF/A-3
     * @param cii the e-invoice
     * @param on the day of the document
     */
    public static byte[] of(byte[] pdf, byte[] cii, LocalDate on) {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            PDComplexFileSpecification file = file(document, cii, on);
            var tree = new PDEmbeddedFilesNameTreeNode();
            tree.setNames(Map.of(NAME, file));
            var names = new PDDocumentNameDictionary(document.getDocumentCatalog());
            names.setEmbeddedFiles(tree);
            document.getDocumentCatalog().setNames(names);
            var associated = new COSArray();
            associated.add(file);
            document.getDocumentCatalog().getCOSObject().setItem(ASSOCIATED, associated);
            describe(document.getDocumentCatalog().getMetadata());
            var out = new ByteArrayOutputStream();
            document.save(out);
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static PDComplexFileSpecification file(PDDocument document, byte[] cii, LocalDate on) throws IOException {
        var embedded = new PDEmbeddedFile(document, new ByteArrayInputStream(cii), COSName.FLATE_DECODE);
        embedded.setSubtype("text/xml");
        embedded.setSize(cii.length);
        embedded.setModDate(GregorianCalendar.from(on.atStartOfDay(ZoneOffset.UTC)));
        var file = new PDComplexFileSpecification();
        file.setFile(NAME);
        file.setFileUnicode(NAME);
        file.setFileDescription("The invoice for programs to read");
        file.setEmbeddedFile(embedded);
        file.setEmbeddedFileUnicode(embedded);
        file.getCOSObject().setName(RELATIONSHIP, "Alternative");
        return file;
    }

    private static void describe(PDMetadata metadata) throws IOException {
        String xmp = new String(metadata.toByteArray(), StandardCharsets.UTF_8);
        String described = END_OF_SCHEMAS
                .matcher(xmp)
                .replaceFirst(end -> Matcher.quoteReplacement(SCHEMA + end.group()))
                .replace(END_OF_METADATA, METADATA + END_OF_METADATA);
        metadata.importXMPMetadata(described.getBytes(StandardCharsets.UTF_8));
    }

    /**
     * The first XML file that a PDF carries; empty where it carries none.
     *
     * @throws Refusal if it is no PDF that can be read, or what it carries is larger than an e-invoice may be
     */
    public static Optional<byte[]> xml(byte[] pdf) {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            PDDocumentNameDictionary names = document.getDocumentCatalog().getNames();
            return names == null || names.getEmbeddedFiles() == null ? Optional.empty() : xml(names.getEmbeddedFiles());
        } catch (Refusal tooLarge) {
            throw tooLarge;
        } catch (IOException | RuntimeException broken) {
            throw new Refusal(
                    "einvoice.pdf",
                    "This PDF is damaged or locked, and cannot be opened. Nothing was stored. Ask for it again.");
        }
    }

    private static Optional<byte[]> xml(PDEmbeddedFilesNameTreeNode root) throws IOException {
        var nodes = new ArrayDeque<PDNameTreeNode<PDComplexFileSpecification>>(List.of(root));
        for (int seen = 0; seen < MOST_NODES && !nodes.isEmpty(); seen++) {
            PDNameTreeNode<PDComplexFileSpecification> node = nodes.removeFirst();
            if (node.getNames() != null)
                for (PDComplexFileSpecification file : node.getNames().values())
                    if (String.valueOf(file.getFilename()).endsWith(".xml") && file.getEmbeddedFile() != null)
                        return Optional.of(bytes(file.getEmbeddedFile()));
            if (node.getKids() != null && nodes.size() < MOST_NODES) nodes.addAll(node.getKids());
        }
        return Optional.empty();
    }

    /** Inflated here, since the library would inflate all of it before anybody could stop it. */
    private static byte[] bytes(PDEmbeddedFile file) throws IOException {
        COSStream stream = file.getCOSObject();
        COSBase filter = stream.getFilters();
        if (filter instanceof COSArray several && several.size() == 1) filter = several.getObject(0);
        boolean deflated = COSName.FLATE_DECODE.equals(filter);
        if (filter != null && !deflated) throw new IOException("packed in another way: " + filter);
        try (InputStream raw = stream.createRawInputStream();
                InputStream in =
                        new LimitedInput(deflated ? new InflaterInputStream(raw) : raw, EInvoiceReader.MOST_BYTES)) {
            return in.readAllBytes();
        }
    }
}
