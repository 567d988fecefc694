package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.documents.Document;
import exactum.app.documents.DocumentPdfs;
import exactum.app.press.Faces;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.util.Set;
import java.util.TreeSet;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.text.PDFTextStripper;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A paper can be made of whatever its document holds, in any script that we ship, and of nothing else. */
@ExtendWith(RunningApp.class)
class PaperLettersTest {
    @ParameterizedTest
    @ValueSource(
            strings = {
                "Αγκυροβόλιο Νήσος",
                "Причал Озеро Ёлка",
                "Øresund ąćęłńóśźż ŐŰ ğşİ đ œ þ ẞ",
                "Bến thuyền Hạ Long",
                "码头停泊费用",
                "係留料とクレーン",
                "Smith & Sons <b>Ltd</b> \"quoted\" 'so' </td>",
                "½ m² – “berth” … € £ ¥"
            })
    void its_letters_are_printed_by_faces_that_have_them(String words, World world, DocumentPdfs pdfs)
            throws Exception {
        try (PDDocument paper = paper(world, pdfs, words)) {
            assertThat(text(paper)).contains(words).doesNotContain("#");
            assertThat(Faces.missing(words)).isEmpty();
        }
    }

    /** The stripper gives it back in logical order; the Arabic face draws both of its letters yeh by one glyph at a word’s end. */
    @ParameterizedTest
    @ValueSource(strings = {"מעגן האגם", "مرسى البحيرة"})
    void what_reads_from_right_to_left_is_printed_so(String words, World world, DocumentPdfs pdfs) throws Exception {
        try (PDDocument paper = paper(world, pdfs, words)) {
            String text = text(paper);
            for (String word : words.split(" "))
                assertThat(text).contains(word.replace('ى', 'ی').replace('ي', 'ی'));
            assertThat(text).doesNotContain("#");
        }
    }

    @Test
    void a_letter_that_no_face_has_stands_as_a_question_mark_and_is_told_before(World world, DocumentPdfs pdfs)
            throws Exception {
        assertThat(Faces.missing("Berth 😀 ꔀ 😀")).containsExactly("😀", "ꔀ");
        try (PDDocument paper = paper(world, pdfs, "Berth 😀 A 14")) {
            assertThat(text(paper)).contains("Berth ? A 14").doesNotContain("#");
        }
    }

    @Test
    void what_an_old_row_may_still_hold_breaks_no_paper(World world, DocumentPdfs pdfs, DSLContext db)
            throws Exception {
        Document invoice = world.invoice(world.payer(), "10.00");
        world.asOwner("alter table document_line disable trigger user");
        world.asOwner(
                "update document_line set description = 'Berth ' || chr(11) || chr(1) || 'A 14' where document_id = '"
                        + invoice.id() + "'");
        world.asOwner("alter table document_line enable trigger user");
        try (PDDocument paper = Loader.loadPDF(pdfs.of(
                world.moorings,
                world.documents().find(world.moorings, invoice.id()).orElseThrow()))) {
            assertThat(text(paper)).contains("Berth A 14");
        }
    }

    @Test
    void nothing_is_fetched_whatever_a_text_says(World world, DocumentPdfs pdfs) throws Exception {
        try (var trap = new ServerSocket(0, 5, InetAddress.getLoopbackAddress())) {
            trap.setSoTimeout(300);
            String address = "http://127.0.0.1:" + trap.getLocalPort() + "/x.png";
            String words = "<img src=\"" + address + "\"/> url(" + address + ")";
            try (PDDocument paper = paper(world, pdfs, words)) {
                assertThat(text(paper)).contains("<img src=");
            }
            org.assertj.core.api.Assertions.assertThatThrownBy(trap::accept)
                    .isInstanceOf(java.net.SocketTimeoutException.class);
        }
    }

    @Test
    void only_the_faces_that_are_needed_are_embedded(World world, DocumentPdfs pdfs) throws Exception {
        try (PDDocument plain = paper(world, pdfs, "Berth");
                PDDocument greek = paper(world, pdfs, "Αγκυρα")) {
            assertThat(fonts(plain)).noneMatch(f -> f.contains("Noto"));
            assertThat(fonts(greek)).anyMatch(f -> f.contains("Noto"));
        }
    }

    private static PDDocument paper(World world, DocumentPdfs pdfs, String words) throws Exception {
        var customer = world.customer(world.moorings, words.length() > 60 ? "Long" : words, "a@b.example", "EUR");
        return Loader.loadPDF(
                pdfs.of(world.moorings, world.invoice(customer, world.line(words, "1", "10.00", "zero"))));
    }

    private static String text(PDDocument paper) throws Exception {
        return new PDFTextStripper().getText(paper).replaceAll("\\s+", " ");
    }

    private static Set<String> fonts(PDDocument paper) throws Exception {
        var names = new TreeSet<String>();
        for (PDPage page : paper.getPages())
            for (var name : page.getResources().getFontNames())
                names.add(page.getResources().getFont(name).getName());
        return names;
    }
}
