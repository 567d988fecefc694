package exactum.app.documents;

import exactum.app.business.Business;
import exactum.app.customers.Delivery;
import exactum.app.customers.Language;
import exactum.app.layouts.Look;
import exactum.app.settlement.FindClaims;
import exactum.app.setup.FindSetup;
import exactum.app.setup.Layout;
import exactum.app.web.Days;
import exactum.app.web.Figures;
import exactum.core.cadence.ServicePeriod;
import exactum.core.document.DocumentKind;
import exactum.core.document.DocumentState;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.document.TaxRate;
import exactum.core.document.TaxedLine;
import exactum.core.document.Totals;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import exactum.core.settlement.Claim;
import exactum.core.terms.DueRule;
import exactum.core.terms.Terms;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;

/** An invoice to nobody, by which a layout is looked at. */
@Component
class SamplePaper {
    private static final UUID NOBODY = new UUID(0, 0);
    private static final LocalDate FIRST = LocalDate.of(2026, 6, 1);
    private static final ServicePeriod JUNE = new ServicePeriod(FIRST, FIRST.plusMonths(1));
    private final FindSetup setup;

    SamplePaper(FindSetup setup) {
        this.setup = setup;
    }

    private record Words(String buyer, String address, String berth, String power, String terms, String memo) {
        static Words in(Language language) {
            return language == Language.GERMAN
                    ? new Words(
                            "Erika Beispiel",
                            "Stegweg 4\n88999 Fernufer",
                            "Liegeplatz 14",
                            "Landstrom",
                            "Zahlbar innerhalb von 14 Tagen.",
                            "Danke für Ihren Besuch.")
                    : new Words(
                            "Ada Example",
                            "Jetty Lane 4\nReedharbour",
                            "Berth 14",
                            "Shore power",
                            "Payable within 14 days.",
                            "Thank you for staying with us.");
        }
    }

    /** In a language, as a layout with the look would issue it. */
    Looked of(Business business, Layout layout, Look look, Language language) {
        Words words = Words.in(language);
        TaxRate rate = TaxRate.standard("sample", "VAT", new BigDecimal("20"), LocalDate.EPOCH, null, "");
        List<TaxedLine> lines = List.of(
                line(business, words.berth(), "1", "640.00", rate), line(business, words.power(), "118", "0.34", rate));
        Totals totals = Totals.of(business.currency(), lines);
        var document = new Document(
                new DocumentId(NOBODY),
                DocumentKind.INVOICE,
                DocumentState.ISSUED,
                "0001",
                new CustomerId(NOBODY),
                FIRST,
                JUNE,
                new Document.Parties(
                        Party.of(business, setup.sellerNumbers(business.id())).in(look.brand()),
                        new Party(words.buyer(), words.address(), "", null, null, null, null, null, null, null, null)),
                manner(business, layout, language),
                new Document.Amounts(
                        PriceMode.PLUS_TAX,
                        List.of(),
                        totals.net(),
                        totals.tax(),
                        totals.gross(),
                        Money.zero(business.currency())),
                new Document.Texts(words.terms(), "PO-17", "", words.memo(), ""),
                Terms.single(new DueRule(0, 14, false)),
                Origin.BY_HAND,
                Particulars.NONE,
                IntStream.range(0, lines.size())
                        .mapToObj(i -> new Document.IssuedLine(
                                lines.get(i).line(),
                                rate,
                                totals.amounts().get(i),
                                totals.nets().get(i)))
                        .toList(),
                totals.taxGroups().stream()
                        .map(g -> new Document.Tax(g.rate(), g.base(), g.tax()))
                        .toList());
        return new Looked(document, List.of(part(totals.gross())), "https://pay.sample.example/p/4f2a91", "");
    }

    private static TaxedLine line(Business business, String what, String quantity, String price, TaxRate rate) {
        return new TaxedLine(
                Line.of(
                        what,
                        new BigDecimal(quantity),
                        "",
                        UnitPrice.of(business.currency().getCurrencyCode(), price),
                        rate.code(),
                        new AccountCode("0")),
                rate);
    }

    private static FindClaims.Part part(Money gross) {
        return new FindClaims.Part(
                null, 1, FIRST.plusDays(14), gross, gross, gross.withMinor(0), null, Claim.Said.NOTHING);
    }

    /** With the channels of the layout, by transfer to the first account that there is. */
    private Manner manner(Business business, Layout layout, Language language) {
        UUID account = layout.byTransfer()
                ? setup.bankAccounts(business.id()).stream()
                        .filter(b -> b.opening().currency().equals(business.currency()))
                        .findFirst()
                        .map(b -> b.id().value())
                        .orElse(null)
                : null;
        return new Manner(
                language,
                Delivery.PDF,
                "",
                "",
                layout.byCard(),
                account,
                new Manner.Style(layout.id(), layout.edition(), Figures.AS_LANGUAGE, Days.AS_LANGUAGE));
    }
}
