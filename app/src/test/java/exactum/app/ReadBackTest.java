package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.documents.Document;
import exactum.app.documents.DocumentPdfs;
import exactum.app.documents.EInvoices;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** An e-invoice that somebody has is laid beside our document; nothing of it is stored. */
@ExtendWith(RunningApp.class)
class ReadBackTest {
    @Test
    void ours_comes_back_without_a_difference_in_each_form(World world, EInvoices eInvoices, DocumentPdfs pdfs) {
        Document invoice = world.invoice();
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/e-invoices").body()).contains("Compare an e-invoice");
            for (byte[] file : new byte[][] {
                eInvoices.of(world.moorings, invoice),
                eInvoices.crossIndustry(world.moorings, invoice),
                pdfs.hybrid(world.moorings, invoice)
            })
                assertThat(ada.upload("/e-invoices", "x", file).body())
                        .contains("It says what ours says, in every term.")
                        .contains(invoice.number());
        }
    }

    @Test
    void what_differs_is_marked_and_what_is_not_ours_is_shown_alone(World world, EInvoices eInvoices) {
        Document invoice = world.invoice();
        String cii = new String(eInvoices.crossIndustry(world.moorings, invoice), StandardCharsets.UTF_8);
        try (var ada = new Visitor(world, "ada")) {
            assertThat(sent(ada, cii.replace(">832.74<", ">823.74<")))
                    .contains("2 of its terms differ from ours.")
                    .contains("Amount due");
            assertThat(sent(ada, cii.replace(invoice.number(), "XX-1")))
                    .contains("No document of ours has this number.")
                    .doesNotContain("differs\"");
            assertThat(sent(ada, cii.substring(0, 500)))
                    .contains("cut off or is not XML")
                    .contains("Nothing was stored");
            assertThat(sent(ada, "%PDF-1.7 nothing")).contains("This PDF is damaged or locked");
            assertThat(sent(ada, "name;amount")).contains("This is CSV, and an e-invoice is UBL");
        }
    }

    private static String sent(Visitor ada, String file) {
        return ada.upload("/e-invoices", "x.xml", file.getBytes(StandardCharsets.UTF_8))
                .body();
    }
}
