package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.zxing.BinaryBitmap;
import com.google.zxing.MultiFormatReader;
import com.google.zxing.NotFoundException;
import com.google.zxing.RGBLuminanceSource;
import com.google.zxing.common.HybridBinarizer;
import exactum.app.documents.Document;
import exactum.app.documents.DocumentPdfs;
import exactum.app.links.PaymentLinks;
import exactum.core.bank.CreditorReference;
import exactum.core.document.Line;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The paper says what the books hold, can be printed anywhere, and is the same each time. */
@ExtendWith(RunningApp.class)
class InvoicePdfTest {
    @Test
    void it_states_what_the_books_hold_and_carries_its_fonts(World world, DocumentPdfs pdfs) throws Exception {
        Document invoice = world.invoice();
        byte[] bytes = pdfs.of(world.moorings, invoice);
        try (PDDocument paper = Loader.loadPDF(bytes)) {
            String text = new PDFTextStripper().getText(paper);
            assertThat(text)
                    .contains(invoice.number())
                    .contains("Écluse Söhne")
                    .contains("Larkwater Moorings Ltd")
                    .contains("IE9700053D")
                    .contains("118")
                    .contains("0.34")
                    .contains("832.74")
                    .contains("Payable within 14 days.");
            for (var page : paper.getPages()) {
                for (var name : page.getResources().getFontNames()) {
                    PDFont font = page.getResources().getFont(name);
                    assertThat(font.isEmbedded()).as(font.getName()).isTrue();
                }
            }
        }
        assertThat(pdfs.of(world.moorings, invoice)).isEqualTo(bytes);
    }

    @Test
    void one_code_leads_to_its_own_link_and_one_fills_in_the_transfer(
            World world, DocumentPdfs pdfs, PaymentLinks links) throws Exception {
        Document invoice = world.invoice();
        try (PDDocument paper = Loader.loadPDF(pdfs.of(world.moorings, invoice))) {
            String reference =
                    CreditorReference.of(invoice.number()).orElseThrow().value();
            assertThat(codes(new PDFRenderer(paper).renderImageWithDPI(0, 200)))
                    .containsExactlyInAnyOrder(
                            links.address(world.link(invoice)),
                            "BCD\n002\n1\nSCT\n\nLarkwater Moorings Ltd\n%s\nEUR832.74\n\n%s"
                                    .formatted(world.iban.value(), reference));
        }
    }

    /** The codes of a page, which is read in upright strips that hold one of them each. */
    private static List<String> codes(BufferedImage image) throws Exception {
        var found = new ArrayList<String>();
        for (int left = 0; left < image.getWidth(); left += image.getWidth() / 40) {
            BufferedImage strip = image.getSubimage(
                    left, 0, Math.min(image.getWidth() - left, image.getWidth() / 5), image.getHeight());
            int[] pixels = strip.getRGB(0, 0, strip.getWidth(), strip.getHeight(), null, 0, strip.getWidth());
            var source = new RGBLuminanceSource(strip.getWidth(), strip.getHeight(), pixels);
            try {
                String text = new MultiFormatReader()
                        .decode(new BinaryBitmap(new HybridBinarizer(source)))
                        .getText();
                if (!found.contains(text)) found.add(text);
            } catch (NotFoundException none) {
                continue;
            }
        }
        return found;
    }

    /** Common practice, no source: what the lines came to is carried from the foot of a page to the head of the next. */
    @Test
    void a_long_paper_carries_what_its_lines_came_to_from_page_to_page(World world, DocumentPdfs pdfs)
            throws Exception {
        var customer = world.payer();
        for (int count : new int[] {1, 9, 60, 500}) {
            Line[] lines = IntStream.rangeClosed(1, count)
                    .mapToObj(i -> world.line("Night " + i, "1", i + ".05", "zero"))
                    .toArray(Line[]::new);
            byte[] paper = pdfs.of(world.moorings, world.invoice(customer, lines));
            assertThat(PdfRules.broken(paper)).isEmpty();
            List<String> pages = pages(paper);
            for (int p = 0; p < pages.size(); p++) {
                List<String> nights = Pattern.compile("Night (\\d+)")
                        .matcher(pages.get(p))
                        .results()
                        .map(m -> m.group(1))
                        .toList();
                boolean ends = nights.isEmpty() || nights.getLast().equals(String.valueOf(count));
                if (ends) assertThat(pages.get(p)).doesNotContain("Carried forward");
                else assertThat(pages.get(p)).contains("Carried forward " + upTo(nights.getLast()));
                if (p == 0 || nights.isEmpty()) assertThat(pages.get(p)).doesNotContain("Brought forward");
                else
                    assertThat(pages.get(p))
                            .contains("Brought forward " + upTo("" + (Integer.parseInt(nights.getFirst()) - 1)));
            }
        }
    }

    /** 1.05 + 2.05 + … to so many. */
    private static String upTo(String many) {
        int n = Integer.parseInt(many);
        return World.euro("%d.%02d".formatted(n * (n + 1) / 2 + n * 5 / 100, n * 5 % 100))
                .text();
    }

    private static List<String> pages(byte[] bytes) throws IOException {
        var pages = new ArrayList<String>();
        try (PDDocument paper = Loader.loadPDF(bytes)) {
            for (int i = 1; i <= paper.getNumberOfPages(); i++) {
                var stripper = new PDFTextStripper();
                stripper.setStartPage(i);
                stripper.setEndPage(i);
                pages.add(stripper.getText(paper));
            }
        }
        return pages;
    }

    @Test
    void a_price_finer_than_a_cent_is_printed_whole(World world, DocumentPdfs pdfs) throws Exception {
        var customer = world.payer();
        world.agree(customer, RunningApp.TODAY, world.line("Shore power", "1180", "0.3375", "reduced"));
        world.bill(RunningApp.TODAY);
        try (PDDocument paper = Loader.loadPDF(pdfs.of(world.moorings, world.newest(customer.id())))) {
            assertThat(new PDFTextStripper().getText(paper)).contains("0.3375").contains("398.25");
        }
    }
}
