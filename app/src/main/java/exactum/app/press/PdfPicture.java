package exactum.app.press;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;

/** Pictures of papers. */
public final class PdfPicture {
    private PdfPicture() {}

    /** The first page as a PNG, so many dots an inch. */
    public static byte[] firstPage(byte[] pdf, int dotsAnInch) {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            var png = new ByteArrayOutputStream();
            ImageIO.write(new PDFRenderer(document).renderImageWithDPI(0, dotsAnInch), "png", png);
            return png.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
