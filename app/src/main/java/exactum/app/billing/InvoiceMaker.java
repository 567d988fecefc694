package exactum.app.billing;

import exactum.app.business.Business;
import exactum.app.customers.Customer;
import exactum.app.documents.Invoice;
import exactum.app.documents.Party;
import exactum.app.recurring.RecurringInvoice;
import exactum.app.setup.SetupStore;
import exactum.app.setup.Terms;
import exactum.core.cadence.Occurrence;
import exactum.core.document.Line;
import exactum.core.document.TaxRates;
import exactum.core.document.Totals;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** Makes the invoice of one occurrence; the plan and the commit both use it, so they agree to the cent. */
final class InvoiceMaker {
    private final Party seller;
    private final TaxRates rates;
    private final Map<UUID, Terms> terms;

    InvoiceMaker(SetupStore setup) {
        Business business = setup.business();
        seller = Party.of(business);
        rates = setup.taxRates();
        terms = setup.terms().stream().collect(Collectors.toMap(Terms::id, Function.identity()));
    }

    LocalDate due(RecurringInvoice recurring, LocalDate invoiceDate) {
        return terms.get(recurring.termsId()).rule().due(invoiceDate).value();
    }

    Totals totals(RecurringInvoice recurring, LocalDate invoiceDate) {
        return Totals.of(recurring.currency(), lines(recurring, invoiceDate));
    }

    Invoice make(
            UUID id,
            String number,
            RecurringInvoice recurring,
            Customer customer,
            Occurrence occurrence,
            Supplier<UUID> ids) {
        LocalDate date = occurrence.date();
        List<Line> lines = lines(recurring, date);
        Totals totals = Totals.of(recurring.currency(), lines);
        var invoiceLines = IntStream.range(0, lines.size())
                .mapToObj(i -> line(lines.get(i), totals.lineNets().get(i)))
                .toList();
        var taxes = totals.taxGroups().stream()
                .map(g -> new Invoice.Tax(
                        g.rate().code(), g.rate().percent(), g.rate().source(), g.base(), g.tax()))
                .toList();
        Money nothing = Money.zero(recurring.currency());
        var instalment = new Invoice.Instalment(ids.get(), 1, due(recurring, date), totals.gross(), nothing);
        return new Invoice(
                id,
                number,
                customer.id(),
                recurring.id(),
                date,
                occurrence.period().from(),
                occurrence.period().until(),
                totals.net(),
                totals.tax(),
                totals.gross(),
                nothing,
                null,
                seller,
                Party.of(customer),
                terms.get(recurring.termsId()).printed(),
                recurring.theirReference(),
                recurring.memo(),
                invoiceLines,
                taxes,
                List.of(instalment));
    }

    private List<Line> lines(RecurringInvoice recurring, LocalDate date) {
        return recurring.lines().stream()
                .map(l -> new Line(
                        l.description(),
                        l.quantity(),
                        l.unit(),
                        l.price(),
                        rates.on(l.taxCode(), date),
                        l.incomeAccount()))
                .toList();
    }

    private static Invoice.Line line(Line l, Money net) {
        return new Invoice.Line(
                l.description(),
                l.quantity(),
                l.unit(),
                l.price(),
                l.tax().code(),
                l.tax().percent(),
                l.incomeAccount(),
                net);
    }
}
