package exactum.formats.einvoice;

import static exactum.formats.einvoice.Papers.euro;
import static exactum.formats.einvoice.Papers.line;
import static exactum.formats.einvoice.Papers.paper;
import static exactum.formats.einvoice.Papers.rate;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.document.TaxCategory;
import exactum.core.problem.Refusal;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What was written is read back, what differs is found, and what is no e-invoice is refused. */
class EInvoiceReaderTest {
    private static EInvoice paperOf(String credits) {
        var standard = rate(TaxCategory.STANDARD, "23");
        return paper(
                List.of(line("2", "month", "200.00", standard), line("-1", "piece", "-10.00", standard)),
                List.of(new EInvoice.Tax(standard, euro("190.00"), euro("43.70"), "")),
                "50.00",
                Papers.TRANSFER,
                credits);
    }

    private static Reading read(byte[] file) {
        return EInvoiceReader.read(new ByteArrayInputStream(file));
    }

    private static Reading read(String file) {
        return read(file.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void both_syntaxes_say_the_same_of_one_document_and_leave_nothing_unread() {
        for (String credits : new String[] {null, "LW-2025-0009"}) {
            EInvoice paper = paperOf(credits);
            Reading ubl = read(OfficialRules.ubl(paper));
            Reading cii = read(OfficialRules.cii(paper));
            assertThat(ubl.unread()).isEmpty();
            assertThat(cii.unread()).isEmpty();
            assertThat(Comparison.of(ubl, cii).differences()).isZero();
            assertThat(ubl.document(Term.PAYABLE)).isEqualTo("183.7");
            assertThat(ubl.document(Term.DATE)).isEqualTo("2026-06-01");
            assertThat(ubl.document(Term.UNTIL)).isEqualTo("2026-06-30");
            assertThat(ubl.document(Term.PRECEDING)).isEqualTo(credits == null ? "" : credits);
            assertThat(ubl.parts())
                    .extracting(Reading.Part::title)
                    .containsExactly("Document", "Tax S 23", "Line 1", "Line 2");
            assertThat(ubl.parts().get(3).values())
                    .containsEntry(Term.QUANTITY, "-1")
                    .containsEntry(Term.PRICE, "10")
                    .containsEntry(Term.UNIT, "H87");
        }
    }

    @Test
    void a_price_that_somebody_changed_and_a_line_that_somebody_added_are_marked() {
        byte[] ours = OfficialRules.ubl(paperOf(null));
        String changed = new String(ours, StandardCharsets.UTF_8)
                .replace(">200.00<", ">220.00<")
                .replace("<cbc:Note>Early", "<cbc:AccountingCost>4400</cbc:AccountingCost><cbc:Note>Early");
        Reading theirs = read(changed);
        Comparison comparison = Comparison.of(read(ours), theirs);
        assertThat(comparison.differences()).isEqualTo(1);
        assertThat(comparison.parts().get(2).rows())
                .filteredOn(Comparison.Row::differs)
                .containsExactly(new Comparison.Row(Term.LINE_NET, "200", "220"));
        assertThat(theirs.unread()).containsExactly("AccountingCost");
        String longer = new String(OfficialRules.cii(paperOf(null)), StandardCharsets.UTF_8)
                .replaceFirst(
                        "(?s)(<ram:IncludedSupplyChainTradeLineItem>.*?</ram:IncludedSupplyChainTradeLineItem>)",
                        "$1$1");
        assertThat(Comparison.of(read(ours), read(longer)).parts().getLast().title())
                .isEqualTo("Line 3");
    }

    /** A surcharge of the whole, as CEN/TS 16931-3-2 writes BG-21, is not taken for a discount. */
    @Test
    void surcharges_and_discounts_are_told_apart() {
        String ubl = new String(OfficialRules.ubl(paperOf(null)), StandardCharsets.UTF_8)
                .replace(
                        "<cac:TaxTotal>",
                        "<cac:AllowanceCharge><cbc:ChargeIndicator>true</cbc:ChargeIndicator><cbc:Amount currencyID=\"EUR\">5.00</cbc:Amount></cac:AllowanceCharge><cac:AllowanceCharge><cbc:ChargeIndicator>false</cbc:ChargeIndicator><cbc:Amount currencyID=\"EUR\">10.00</cbc:Amount></cac:AllowanceCharge><cac:TaxTotal>");
        Reading read = read(ubl);
        assertThat(read.document(Term.CHARGE)).isEqualTo("5");
        assertThat(read.document(Term.ALLOWANCE)).isEqualTo("10");
        assertThat(read.unread()).isEmpty();
    }

    @Test
    void what_is_none_or_hostile_is_refused_in_a_sentence() {
        String ubl = new String(OfficialRules.ubl(paperOf(null)), StandardCharsets.UTF_8);
        List.of(
                        "%PDF-1.7 x",
                        "",
                        "name,amount\nAda,1\n",
                        ubl.substring(0, 900),
                        ubl.replace("?>", "?><!DOCTYPE Invoice [<!ENTITY x SYSTEM \"file:///etc/passwd\">]>")
                                .replace("LW-2026", "&x;"),
                        ubl.replace(">200.00<", ">two hundred<"),
                        ubl.replace(">200.00<", ">1e9<"),
                        ubl.replace("2026-06-15", "2026-06-31"),
                        ubl.replace("PO-4000", "x".repeat(5000)),
                        "<a xmlns=\"urn:other\"/>")
                .forEach(file -> assertThatThrownBy(() -> read(file))
                        .as(file)
                        .isInstanceOf(Refusal.class)
                        .hasMessageNotContaining("null"));
    }
}
