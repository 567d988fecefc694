package exactum.formats.einvoice;

import static exactum.formats.einvoice.Papers.euro;
import static exactum.formats.einvoice.Papers.invoice;
import static exactum.formats.einvoice.Papers.line;
import static exactum.formats.einvoice.Papers.paper;
import static exactum.formats.einvoice.Papers.rate;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.document.TaxCategory;
import exactum.core.document.TaxRate;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** What is written passes the schemas and the rules of EN 16931 in both syntaxes, and says what it is to say. */
class EInvoiceWritersTest {
    private static List<String> errors(EInvoice invoice) {
        return Stream.concat(OfficialRules.ofUbl(invoice).stream(), OfficialRules.ofCii(invoice).stream())
                .toList();
    }

    @Test
    void two_rates_a_part_that_was_paid_before_and_something_given_back() {
        TaxRate standard = rate(TaxCategory.STANDARD, "23");
        TaxRate reduced = rate(TaxCategory.STANDARD, "13.5");
        assertThat(errors(invoice(
                        List.of(
                                line("1", "month", "200.00", standard),
                                line("118", "kWh", "100.00", reduced),
                                line("-1", "piece", "-10.00", standard)),
                        List.of(
                                new EInvoice.Tax(standard, euro("190.00"), euro("43.70"), ""),
                                new EInvoice.Tax(reduced, euro("100.00"), euro("13.50"), "")),
                        "50.00")))
                .isEmpty();
    }

    /** Of 7 × 46.30 at 23 %, the last three are credited with the rest of the tax: 31.94, where 31.95 would be computed. */
    @Test
    void a_credit_note_names_its_invoice_and_may_carry_the_rest_of_the_tax() {
        TaxRate standard = rate(TaxCategory.STANDARD, "23");
        for (String credits : List.of("LW-2026-0001", ""))
            assertThat(errors(paper(
                            List.of(line("3", "piece", "138.90", standard)),
                            List.of(new EInvoice.Tax(standard, euro("138.90"), euro("31.94"), "")),
                            "0.00",
                            Papers.TRANSFER,
                            credits)))
                    .isEmpty();
    }

    /** The creditor identifier is the example of EPC262-08. */
    @Test
    void an_invoice_that_is_collected_names_its_mandate_and_who_collects() {
        TaxRate standard = rate(TaxCategory.STANDARD, "23");
        EInvoice collected = paper(
                List.of(line("1", "month", "200.00", standard)),
                List.of(new EInvoice.Tax(standard, euro("200.00"), euro("46.00"), "")),
                "0.00",
                new EInvoice.Payment(
                        "", null, false, "LW-2026-0001", new EInvoice.Debit("LARK-M-0001", "DE98ZZZ09999999999")),
                null);
        assertThat(errors(collected)).isEmpty();
        assertThat(new String(OfficialRules.ubl(collected), StandardCharsets.UTF_8))
                .contains("<cbc:PaymentMeansCode>59</cbc:PaymentMeansCode>")
                .contains("<cac:PaymentMandate><cbc:ID>LARK-M-0001</cbc:ID></cac:PaymentMandate>")
                .contains("<cbc:ID schemeID=\"SEPA\">DE98ZZZ09999999999</cbc:ID>");
        assertThat(new String(OfficialRules.cii(collected), StandardCharsets.UTF_8))
                .contains("<ram:TypeCode>59</ram:TypeCode>")
                .contains("<ram:DirectDebitMandateID>LARK-M-0001</ram:DirectDebitMandateID>")
                .contains("<ram:CreditorReferenceID>DE98ZZZ09999999999</ram:CreditorReferenceID>");
    }

    @Test
    void reverse_charge_exempt_and_outside_scope_say_why() {
        for (TaxCategory category :
                List.of(TaxCategory.REVERSE_CHARGE, TaxCategory.EXEMPT, TaxCategory.OUTSIDE_SCOPE, TaxCategory.ZERO)) {
            TaxRate rate = rate(category, "0");
            String reason = category == TaxCategory.ZERO ? "" : "Because of an article";
            assertThat(errors(invoice(
                            List.of(line("3", "lift", "100.00", rate)),
                            List.of(new EInvoice.Tax(rate, euro("100.00"), euro("0.00"), reason)),
                            "0.00")))
                    .as(category.toString())
                    .isEmpty();
        }
    }

    @Test
    void the_rules_find_what_does_not_add_up() {
        TaxRate standard = rate(TaxCategory.STANDARD, "23");
        assertThat(errors(invoice(
                        List.of(line("1", "month", "200.00", standard)),
                        List.of(new EInvoice.Tax(standard, euro("190.00"), euro("43.70"), "")),
                        "0.00")))
                .anyMatch(e -> e.contains("BR-S-08"));
    }
}
