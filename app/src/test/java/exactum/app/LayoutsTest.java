package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.customers.BillingRules;
import exactum.app.customers.Customer;
import exactum.app.customers.HowBilled;
import exactum.app.customers.Whose;
import exactum.app.documents.Document;
import exactum.app.documents.DocumentPdfs;
import exactum.app.layouts.Block;
import exactum.app.layouts.Look;
import exactum.app.layouts.Looks;
import exactum.app.links.PaymentLinks;
import exactum.app.setup.Branding;
import exactum.app.setup.Layouts;
import exactum.core.problem.Refusal;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** How papers look is said by layouts; what is out stays as it was. */
@ExtendWith(RunningApp.class)
class LayoutsTest {
    private static String text(byte[] pdf) {
        try (PDDocument paper = Loader.loadPDF(pdf)) {
            return new PDFTextStripper().getText(paper).replace('\u00a0', ' ');
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    private static Look saying(String opening, String closing) {
        return new Look(
                Look.Brand.USUAL, Block.all(), Map.of("en", new Look.Texts(opening, closing, "", "")), true, true);
    }

    private static UUID standard(World world) {
        return world.find().layouts(world.moorings).getFirst().id();
    }

    @Test
    void texts_are_filled_in_and_what_fills_them_is_not_looked_at_again(World world, Looks looks, DocumentPdfs pdfs) {
        looks.change(
                world.moorings,
                standard(world),
                0,
                saying("Dear {customer}, {amount} by {due date}. {memo}", "<b>{number}</b> {{link}} & thanks"));
        var draft = world.draft(world.payer(), RunningApp.TODAY, world.line("Lift", "1", "100", "zero"));
        try (var ada = new Visitor(world, "ada")) {
            String at = ada.follow(
                    "/drafts/issue",
                    Papers.typed("INVOICE", world.customer(draft.customer()), "100") + "&memo="
                            + Papers.in("{link} {amount} <i>us</i> {{x}} $1"));
            Document invoice = world.document(at.substring(at.lastIndexOf('/') + 1));
            String said = text(pdfs.of(world.moorings, invoice)).replaceAll("\\s+", " ");
            assertThat(said)
                    .contains("Dear " + invoice.buyer().name()
                            + ", € 100.00 by 15 Jun 2026. {link} {amount} <i>us</i> {{x}} $1")
                    .contains("<b>" + invoice.number() + "</b> {link} & thanks");
        }
    }

    @Test
    void what_is_out_keeps_the_look_it_was_issued_with_whether_it_was_printed_or_not(
            World world, Looks looks, Branding branding, DocumentPdfs pdfs) {
        Document printed = world.invoice(world.payer(), "100");
        Document unprinted = world.invoice(world.payer(), "200");
        byte[] before = pdfs.of(world.moorings, printed);
        looks.change(world.moorings, standard(world), 0, saying("From now on so.", ""));
        branding.setLogo(world.moorings, picture());
        assertThat(pdfs.of(world.moorings, printed)).isEqualTo(before);
        assertThat(text(pdfs.of(world.moorings, unprinted)))
                .doesNotContain("From now on so")
                .contains("Larkwater Moorings");
        Document later = world.invoice(world.payer(), "300");
        assertThat(text(pdfs.of(world.moorings, later))).contains("From now on so.");
        assertThat(later.seller().logo()).isNotNull();
        assertThat(unprinted.seller().logo()).isNull();
    }

    /** While papers of a run are printed, somebody changes the logo: each paper has the one that it was issued with, and nothing fails. */
    @Test
    void a_logo_changed_while_papers_are_printed_changes_none_of_them(World world, Branding branding, DocumentPdfs pdfs)
            throws Exception {
        branding.setLogo(world.moorings, picture());
        Customer customer = world.payer();
        List<Document> issued = new ArrayList<>();
        for (int i = 0; i < 12; i++) issued.add(world.invoice(customer, "10"));
        Set<String> alone = picturesOf(pdfs.of(world.moorings, issued.removeFirst()));
        assertThat(alone).contains("20x10");
        try (var pool = Executors.newFixedThreadPool(3)) {
            var printed = new ArrayList<Future<Set<String>>>();
            for (Document d : issued) printed.add(pool.submit(() -> picturesOf(pdfs.of(world.moorings, d))));
            for (int i = 0; i < 3; i++) branding.setLogo(world.moorings, picture(30 + i));
            for (Future<Set<String>> one : printed) assertThat(one.get()).isEqualTo(alone);
        }
        Document later = world.invoice(customer, "20");
        assertThat(picturesOf(pdfs.of(world.moorings, later))).contains("32x10").doesNotContain("20x10");
    }

    /** How large the pictures of a paper are: its code and its logo. */
    private static Set<String> picturesOf(byte[] pdf) throws IOException {
        try (PDDocument paper = Loader.loadPDF(pdf)) {
            var resources = paper.getPage(0).getResources();
            var sizes = new TreeSet<String>();
            for (var name : resources.getXObjectNames())
                if (resources.getXObject(name) instanceof PDImageXObject image)
                    sizes.add(image.getWidth() + "x" + image.getHeight());
            return sizes;
        }
    }

    private static byte[] picture() {
        return picture(20);
    }

    private static byte[] picture(int width) {
        var out = new ByteArrayOutputStream();
        try {
            ImageIO.write(new BufferedImage(width, 10, BufferedImage.TYPE_INT_RGB), "png", out);
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
        return out.toByteArray();
    }

    @Test
    void blocks_are_moved_and_left_out_but_none_that_is_needed(World world, Looks looks, DocumentPdfs pdfs) {
        var moved = new ArrayList<>(Block.all());
        moved.remove(Block.FOOTER);
        moved.remove(Block.PAY);
        moved.add(3, Block.PAY);
        Look look = new Look(
                new Look.Brand("#112233", "#445566", "plain", null),
                moved,
                Map.of("en", new Look.Texts("Opening.", "Closing.", "", "")),
                false,
                false);
        looks.change(world.moorings, standard(world), 0, look);
        Document invoice = world.invoice(world.payer(), "100");
        String text = text(pdfs.of(world.moorings, invoice));
        assertThat(text.indexOf("Pay €")).isLessThan(text.indexOf("Opening.")).isPositive();
        assertThat(text.indexOf("Opening.")).isLessThan(text.indexOf("Description"));
        assertThat(text).doesNotContain("Scan");
        assertThat(invoice.seller().colour()).isEqualTo("#112233");
        assertThat(PdfRules.broken(pdfs.of(world.moorings, invoice))).isEmpty();
        List<Block> without = moved.stream().filter(b -> b != Block.LINES).toList();
        assertThatThrownBy(() -> looks.change(
                        world.moorings, standard(world), 1, new Look(Look.Brand.USUAL, without, Map.of(), true, true)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("No paper can do without “Lines and totals”");
    }

    @Test
    void an_unknown_placeholder_is_refused_at_its_field_and_a_stale_page_keeps_what_others_saved(World world) {
        UUID id = standard(world);
        String blocks = "&blocks=letterhead,addressee,title,opening,lines,tax-note,memo,parts,pay,closing,footer";
        try (var ada = new Visitor(world, "ada")) {
            String path = "/setup/layouts/" + id;
            assertThat(ada.post(path + "/look", "edition=0&opening-de=" + Papers.in("Bis {faellig}") + blocks)
                            .body())
                    .contains("{faellig} stands for nothing. There are {number}, {date}, {amount}")
                    .contains("opening-de");
            assertThat(ada.follow(path + "/look", "edition=0&opening-en=First" + blocks))
                    .isEqualTo(path);
            assertThat(ada.post(path + "/look", "edition=0&opening-en=Second" + blocks)
                            .body())
                    .contains("Somebody changed this layout meanwhile. Yours was not saved");
            assertThat(ada.get(path).body()).contains("First").contains("data:image/png;base64");
            assertThat(ada.post(path + "/look", "edition=1&blocks=letterhead,nonsense")
                            .body())
                    .contains("A block is not known");
            assertThat(ada.get(path + "/picture.png").headers().firstValue("content-type"))
                    .hasValue("image/png");
        }
    }

    @Test
    void a_layout_is_for_one_customer_or_for_one_paper(
            World world, Layouts layouts, Looks looks, BillingRules rules, DocumentPdfs pdfs) {
        UUID school = layouts.add(world.moorings, "Sailing school", true, true);
        looks.change(world.moorings, school, 0, saying("Fair winds from the school!", ""));
        Customer pupil = world.payer();
        rules.say(world.moorings, Whose.of(pupil.id()), new HowBilled.Said(null, null, null, null, null, school, 0));
        assertThat(text(pdfs.of(world.moorings, world.invoice(pupil, "100")))).contains("Fair winds");
        Customer other = world.payer();
        assertThat(text(pdfs.of(world.moorings, world.invoice(other, "100")))).doesNotContain("Fair winds");
        Document alone = Papers.issued(world, Papers.typed("INVOICE", other, "100") + "&layout=" + school);
        assertThat(text(pdfs.of(world.moorings, alone))).contains("Fair winds");
    }

    @Test
    void figures_and_dates_are_written_as_a_customer_wants_them(World world, DocumentPdfs pdfs) {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada")) {
            ada.follow(
                    "/customers/" + customer.id() + "/billed",
                    "revision=0&figures=" + Papers.in("1 234,56") + "&days=" + Papers.in("30.06.2026"));
        }
        assertThat(text(pdfs.of(world.moorings, world.invoice(customer, "1234.5"))))
                .contains("€ 1 234,50")
                .contains("15.06.2026")
                .doesNotContain("15 Jun");
    }

    @Test
    void a_channel_that_is_added_works_on_what_is_out_and_the_paper_leads_to_it(
            World world, Layouts layouts, DocumentPdfs pdfs, PaymentLinks links) {
        UUID id = standard(world);
        layouts.change(world.moorings, id, "Standard", false, true);
        Document invoice = world.sentInvoice(world.payer(), "100");
        byte[] paper = pdfs.of(world.moorings, invoice);
        String address = links.address(world.link(invoice));
        assertThat(text(paper)).contains(address.substring(address.lastIndexOf('/')));
        String page = "~/pay/" + links.token(world.link(invoice));
        try (var payer = new Visitor(world, "nobody")) {
            assertThat(payer.get(page).body()).doesNotContain("The card is entered");
            layouts.change(world.moorings, id, "Standard", true, true);
            assertThat(payer.get(page).body()).contains("The card is entered");
            assertThat(pdfs.of(world.moorings, invoice)).isEqualTo(paper);
        }
    }
}
