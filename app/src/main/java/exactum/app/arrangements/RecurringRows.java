package exactum.app.arrangements;

import exactum.app.documents.Draft;
import exactum.app.documents.Json;
import exactum.core.cadence.Cadence;
import exactum.core.cadence.Coverage;
import exactum.core.cadence.Occurrence;
import exactum.core.cadence.Recurrence;
import exactum.core.cadence.Recurrence.End;
import exactum.core.cadence.ServicePeriod;
import exactum.core.document.Line;
import exactum.core.ids.BusinessId;
import exactum.core.ids.RecurringId;
import exactum.core.money.UnitPrice;
import exactum.core.text.Folding;
import exactumdb.tables.records.RecurringInvoiceRecord;
import exactumdb.tables.records.RecurringLineRecord;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Recurring invoices as rows, and back. */
@Component
class RecurringRows {
    private final Json json;

    RecurringRows(Json json) {
        this.json = json;
    }

    RecurringInvoice recurring(RecurringInvoiceRecord r, List<RecurringLineRecord> lines) {
        return new RecurringInvoice(
                r.getId(),
                r.getName(),
                r.getCustomerId(),
                recurrence(r),
                r.getTermsId(),
                new RecurringInvoice.Content(
                        Currency.getInstance(r.getCurrency()),
                        r.getPriceMode(),
                        lines.stream().map(l -> line(l, r.getCurrency())).toList(),
                        new Draft.Wording(orEmpty(r.getTheirReference()), orEmpty(r.getMemo()))),
                RecurringState.of(r.getState()),
                r.getNextIndex(),
                r.getRevision());
    }

    private static Recurrence recurrence(RecurringInvoiceRecord r) {
        End end = r.getEndsOn() != null
                ? new End.OnDate(r.getEndsOn())
                : r.getEndsAfter() != null ? new End.After(r.getEndsAfter()) : new End.Never();
        return new Recurrence(
                Cadence.parse(r.getRule()),
                r.getStartsOn(),
                Coverage.valueOf(r.getCoverage()),
                end,
                r.getMadeDaysBefore());
    }

    private Line line(RecurringLineRecord l, String currency) {
        if (l.getPrice() == null) return Line.text(l.getDescription());
        return new Line(
                l.getItemId(),
                l.getDescription(),
                l.getQuantity(),
                l.getUnit(),
                new UnitPrice(Currency.getInstance(currency), l.getPrice()),
                json.adjustments(l.getAdjustments(), currency),
                l.getTaxCode(),
                l.getIncomeAccount(),
                l.getTags() == null ? List.of() : List.of(l.getTags()),
                l.getPeriodFrom() == null ? null : new ServicePeriod(l.getPeriodFrom(), l.getPeriodUntil()));
    }

    static RecurringInvoiceRecord row(BusinessId business, RecurringInvoice r) {
        Recurrence recurrence = r.recurrence();
        Optional<Occurrence> next = recurrence.occurrence(r.nextIndex());
        RecurringInvoice.Content content = r.content();
        return new RecurringInvoiceRecord()
                .setBusinessId(business)
                .setId(r.id())
                .setName(r.name())
                .setCustomerId(r.customer())
                .setRule(recurrence.cadence().rule())
                .setStartsOn(recurrence.startsOn())
                .setEndsOn(recurrence.end() instanceof End.OnDate on ? on.last() : null)
                .setEndsAfter(recurrence.end() instanceof End.After after ? after.count() : null)
                .setCoverage(recurrence.coverage().name())
                .setMadeDaysBefore(recurrence.madeDaysBefore())
                .setTermsId(r.terms())
                .setPriceMode(content.mode())
                .setTheirReference(content.wording().theirReference())
                .setMemo(content.wording().memo())
                .setCurrency(content.currency().getCurrencyCode())
                .setState(next.isPresent() ? r.state().words() : RecurringState.ENDED.words())
                .setNextIndex(r.nextIndex())
                .setNextDate(next.map(Occurrence::date).orElse(null))
                .setNextMakeOn(next.map(Occurrence::makeOn).orElse(null))
                .setSearch(Folding.of(r.name()))
                .setRevision(r.revision());
    }

    RecurringLineRecord row(BusinessId business, RecurringId recurring, int index, Line l) {
        return new RecurringLineRecord()
                .setBusinessId(business)
                .setRecurringId(recurring)
                .setLineNo((short) (index + 1))
                .setItemId(l.item())
                .setDescription(l.description())
                .setQuantity(l.quantity())
                .setUnit(l.unit())
                .setPrice(l.isText() ? null : l.price().amount())
                .setAdjustments(json.adjustments(l.adjustments()))
                .setTaxCode(l.taxCode())
                .setIncomeAccount(l.account())
                .setTags(l.tags().toArray(String[]::new))
                .setPeriodFrom(l.period() == null ? null : l.period().from())
                .setPeriodUntil(l.period() == null ? null : l.period().until());
    }

    private static String orEmpty(String text) {
        return text == null ? "" : text;
    }
}
