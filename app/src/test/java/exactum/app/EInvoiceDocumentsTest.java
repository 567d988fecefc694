package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.helger.ubl21.UBL21Marshaller;
import exactum.app.customers.BillingRules;
import exactum.app.customers.Customer;
import exactum.app.customers.Delivery;
import exactum.app.customers.HowBilled;
import exactum.app.customers.Whose;
import exactum.app.documents.Document;
import exactum.app.documents.DocumentPdfs;
import exactum.app.documents.Draft;
import exactum.app.documents.Drafts;
import exactum.app.documents.EInvoices;
import exactum.app.documents.FindDocuments;
import exactum.app.documents.IssueDocuments;
import exactum.app.documents.Origin;
import exactum.app.press.HybridPdf;
import exactum.core.cadence.ServicePeriod;
import exactum.core.document.Adjustment;
import exactum.core.document.DocumentKind;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.document.TaxTreatment;
import exactum.core.problem.Refusal;
import exactum.formats.einvoice.Comparison;
import exactum.formats.einvoice.EInvoiceReader;
import exactum.formats.einvoice.Reading;
import java.io.ByteArrayInputStream;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * Documents of every kind, category and price mode, as they are issued, pass the official rules of EN 16931 in both syntaxes and, as
 * hybrid PDF, those of PDF/A-3; their totals are what a calculation of its own makes of their lines.
 */
@ExtendWith(RunningApp.class)
class EInvoiceDocumentsTest {
    /** Lines of which tax by line, by rate and by total differ by cents (EN 16931-1, rounding; worked B of the schemes). */
    private static final String[][][] TRAPS = {
        {{"3", "1.03", "standard"}},
        {{"3", "0.33", "standard"}},
        {{"10", "12.53", "standard"}},
        {{"7", "46.30", "standard"}, {"1", "0.01", "reduced"}},
        {{"1", "0.015", "standard"}, {"1", "2.675", "reduced"}, {"1", "2.345", "zero"}},
        {{"0.3333", "100", "standard"}, {"118", "0.3375", "reduced"}},
        {{"1", "100", "standard"}, {"-1", "10", "standard"}},
        {{"1", "640", "standard"}, {"118", "0.34", "reduced"}, {"1", "55", "zero"}},
    };

    private record Made(Document document, boolean byLines) {}

    @Test
    void sixty_documents_and_more_pass_the_rules_that_others_wrote(
            World world,
            Drafts drafts,
            FindDocuments documents,
            EInvoices eInvoices,
            DocumentPdfs pdfs,
            BillingRules rules) {
        List<Made> made = documents(world, drafts, documents, rules);
        assertThat(made).hasSizeGreaterThanOrEqualTo(60);
        for (Made m : made) {
            Document d = m.document();
            boolean credit = d.kind() == DocumentKind.CREDIT_NOTE;
            byte[] ubl = eInvoices.of(world.moorings, d);
            byte[] hybrid = pdfs.hybrid(world.moorings, d);
            byte[] cii = HybridPdf.xml(hybrid).orElseThrow();
            assertThat(EInvoiceRulesOf.ubl(ubl, credit)).as(d.title()).isEmpty();
            assertThat(EInvoiceRulesOf.cii(cii)).as(d.title()).isEmpty();
            assertThat(cii).isEqualTo(eInvoices.crossIndustry(world.moorings, d));
            assertThat(PdfRules.broken(hybrid)).as(d.title()).isEmpty();
            assertThat(pdfs.hybrid(world.moorings, d)).isEqualTo(hybrid);
            assertThat(differing(read(ubl), read(cii))).as(d.title()).isEmpty();
            assertThat(stated(ubl, credit)).as(d.title()).isEqualTo(d.gross().plain());
            if (m.byLines())
                assertThat(computed(d)).as(d.title()).isEqualTo(d.gross().plain());
        }
    }

    private static List<Comparison.Row> differing(Reading ours, Reading theirs) {
        return Comparison.of(ours, theirs).parts().stream()
                .flatMap(p -> p.rows().stream())
                .filter(Comparison.Row::differs)
                .toList();
    }

    private static Reading read(byte[] file) {
        return EInvoiceReader.read(new ByteArrayInputStream(file));
    }

    /** What a reader of UBL that is not ours finds as the total with tax. */
    private static String stated(byte[] ubl, boolean credit) {
        var total = credit
                ? UBL21Marshaller.creditNote().read(ubl).getLegalMonetaryTotal()
                : UBL21Marshaller.invoice().read(ubl).getLegalMonetaryTotal();
        return total.getTaxInclusiveAmountValue().toPlainString();
    }

    /** What its lines come to: each rounded, the tax of each rate rounded once, half up (EN 16931-1, BR-CO-17). */
    private static String computed(Document d) {
        Map<BigDecimal, BigDecimal> bases = new HashMap<>();
        for (Document.IssuedLine l : d.lines()) {
            BigDecimal amount =
                    l.line().quantity().multiply(l.line().price().amount()).setScale(2, RoundingMode.HALF_UP);
            bases.merge(l.rate().percent(), amount, BigDecimal::add);
        }
        BigDecimal total = BigDecimal.ZERO;
        boolean plus = d.amounts().mode() == PriceMode.PLUS_TAX;
        for (var base : bases.entrySet()) {
            BigDecimal tax =
                    base.getValue().multiply(base.getKey()).divide(BigDecimal.valueOf(100), 2, RoundingMode.HALF_UP);
            total = total.add(base.getValue()).add(plus ? tax : BigDecimal.ZERO);
        }
        return total.toPlainString();
    }

    private static List<Made> documents(World world, Drafts drafts, FindDocuments documents, BillingRules rules) {
        var made = new ArrayList<Made>();
        for (PriceMode mode : PriceMode.values()) {
            for (String[][] trap : TRAPS) {
                for (TaxTreatment treatment : TaxTreatment.values()) {
                    Customer customer = customer(world, rules, treatment);
                    made.add(new Made(
                            issued(
                                    world,
                                    drafts,
                                    documents,
                                    draft(world, customer, mode, lines(world, trap), List.of())),
                            true));
                }
            }
            Customer customer = customer(world, rules, TaxTreatment.DOMESTIC);
            var less = List.of(
                    new Adjustment(Adjustment.Kind.DISCOUNT, "Club", new BigDecimal("7.5"), null),
                    new Adjustment(Adjustment.Kind.SURCHARGE, "Handling", null, World.euro("3.33")));
            made.add(new Made(
                    issued(world, drafts, documents, draft(world, customer, mode, lines(world, TRAPS[7]), less)),
                    false));
        }
        Document berth = world.invoice();
        made.add(new Made(berth, true));
        made.add(new Made(Papers.credited(world, berth), false));
        Document lift = world.invoice(world.payer(), world.line("Lift", "7", "46.30", "standard"));
        made.add(new Made(Papers.issued(world, Papers.credits(lift, "3")), false));
        made.add(new Made(Papers.issued(world, Papers.credits(lift, "2")), false));
        made.add(new Made(Papers.cashSale(world, world.payer(), "20"), true));
        world.debits();
        made.add(new Made(world.collectedInvoice(world.payer(), "119.00"), true));
        return made;
    }

    private static Customer customer(World world, BillingRules rules, TaxTreatment treatment) {
        Customer customer = world.businessCustomer("DE811569869");
        rules.say(
                world.moorings,
                Whose.of(customer.id()),
                new HowBilled.Said(
                        null,
                        null,
                        new HowBilled.Tax(treatment, treatment.needsReason() ? "Exempt under article 132" : ""),
                        Delivery.HYBRID,
                        null,
                        null,
                        0));
        return customer;
    }

    private static List<Line> lines(World world, String[][] trap) {
        var lines = new ArrayList<Line>();
        for (String[] l : trap) lines.add(world.line("Berth & power", l[0], l[1], l[2]));
        return lines;
    }

    private static Draft draft(
            World world, Customer customer, PriceMode mode, List<Line> lines, List<Adjustment> adjustments) {
        return new Draft(
                IssueDocuments.newId(),
                DocumentKind.INVOICE,
                customer.id(),
                RunningApp.TODAY,
                new Draft.Content(
                        customer.currency(),
                        mode,
                        lines,
                        adjustments,
                        new ServicePeriod(World.june(1), World.june(30).plusDays(1)),
                        new Draft.Wording("PO-4000", "Berth 14", "Thank you & goodbye"),
                        Draft.Sending.USUAL),
                world.find().chosenTerms(world.moorings).id(),
                null,
                Origin.BY_HAND,
                false,
                0);
    }

    private static Document issued(World world, Drafts drafts, FindDocuments documents, Draft draft) {
        return documents.get(
                world.moorings, drafts.issue(world.moorings, draft, false).id());
    }

    @Test
    void what_a_receiver_would_refuse_is_said_before_it_leaves(World world, Drafts drafts, BillingRules rules) {
        Customer odd = world.businessCustomer("9700053");
        rules.say(
                world.moorings,
                Whose.of(odd.id()),
                new HowBilled.Said(null, null, null, Delivery.CROSS_INDUSTRY, null, null, 0));
        Draft draft = draft(world, odd, PriceMode.PLUS_TAX, lines(world, TRAPS[0]), List.of());
        assertThatThrownBy(() -> drafts.issue(world.moorings, draft, false))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("Their tax number begins with the code of a country")
                .satisfies(r -> assertThat(((Refusal) r).field()).contains("customer"));
    }
}
