package exactum.formats.ubl;

import static org.assertj.core.api.Assertions.assertThat;

import com.helger.diver.api.coord.DVRCoordinate;
import com.helger.phive.api.execute.ValidationExecutionManager;
import com.helger.phive.api.executorset.ValidationExecutorSetRegistry;
import com.helger.phive.api.result.ValidationResultList;
import com.helger.phive.api.validity.IValidityDeterminator;
import com.helger.phive.en16931.EN16931Validation;
import com.helger.phive.xml.source.IValidationSourceXML;
import com.helger.phive.xml.source.ValidationSourceXML;
import com.helger.xml.serialize.read.DOMReader;
import exactum.core.document.TaxCategory;
import exactum.core.document.TaxRate;
import exactum.core.money.Money;
import java.io.ByteArrayOutputStream;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Test;

/** What is written is valid by the XSD of UBL 2.1 (OASIS) and by the rules of EN 16931 that CEN publishes (Schematron, by phive-rules). */
class UblWriterTest {
    private static final ValidationExecutorSetRegistry<IValidationSourceXML> RULES =
            new ValidationExecutorSetRegistry<>();

    static {
        EN16931Validation.initEN16931(RULES);
    }

    private static TaxRate rate(TaxCategory category, String percent) {
        return new TaxRate("a", category, "VAT", new BigDecimal(percent), LocalDate.of(2020, 1, 1), null, "law");
    }

    private static Money euro(String amount) {
        return Money.of("EUR", amount);
    }

    private static EInvoice.Line line(String quantity, String unit, String net, TaxRate rate) {
        return new EInvoice.Line("Berth & power", new BigDecimal(quantity), unit, euro(net), rate);
    }

    private static EInvoice invoice(List<EInvoice.Line> lines, List<EInvoice.Tax> taxes, String prepaid) {
        return paper(lines, taxes, prepaid, "DE89370400440532013000", null, null);
    }

    private static EInvoice paper(
            List<EInvoice.Line> lines,
            List<EInvoice.Tax> taxes,
            String prepaid,
            String account,
            EInvoice.Debit debit,
            String credits) {
        return new EInvoice(
                "LW-2026-0001",
                LocalDate.of(2026, 6, 1),
                LocalDate.of(2026, 6, 15),
                "PO-4000",
                List.of("Early bird 5 %: −15.00"),
                "Payable within 14 days.",
                new EInvoice.Party(
                        "Larkwater Moorings Ltd", List.of("Harbour Office", "Quay", "Reedharbour"), "IE", "IE9700053D"),
                new EInvoice.Party("Segelverein Köhler", List.of("Uferweg 12", "88999 Fernufer"), "DE", "DE811569869"),
                lines,
                taxes,
                euro(prepaid),
                account,
                debit,
                credits);
    }

    private static List<String> errors(EInvoice invoice) {
        var out = new ByteArrayOutputStream();
        UblWriter.write(invoice, out);
        var rules = RULES.getOfID(invoice.credits() == null ? newest() : EN16931Validation.VID_UBL_CREDIT_NOTE_1316);
        ValidationResultList results = ValidationExecutionManager.executeValidation(
                IValidityDeterminator.createDefault(),
                rules,
                ValidationSourceXML.create("invoice.xml", DOMReader.readXMLDOM(out.toByteArray())));
        var errors = new ArrayList<String>();
        results.forEachFlattened(e -> {
            if (e.isError()) errors.add(e.getErrorID() + " " + e.getErrorText(Locale.ENGLISH));
        });
        return errors;
    }

    private static DVRCoordinate newest() {
        return EN16931Validation.VID_UBL_INVOICE_1316;
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
                            "DE89370400440532013000",
                            null,
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
                null,
                new EInvoice.Debit("LARK-M-0001", "DE98ZZZ09999999999"),
                null);
        assertThat(errors(collected)).isEmpty();
        var out = new ByteArrayOutputStream();
        UblWriter.write(collected, out);
        assertThat(out.toString(StandardCharsets.UTF_8))
                .contains("<cbc:PaymentMeansCode>59</cbc:PaymentMeansCode>")
                .contains("<cac:PaymentMandate><cbc:ID>LARK-M-0001</cbc:ID></cac:PaymentMandate>")
                .contains("<cbc:ID schemeID=\"SEPA\">DE98ZZZ09999999999</cbc:ID>");
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
