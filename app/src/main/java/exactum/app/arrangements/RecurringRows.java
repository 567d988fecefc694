package exactum.app.arrangements;

import exactum.app.customers.Delivery;
import exactum.app.documents.Draft;
import exactum.app.documents.Json;
import exactum.core.arrangement.Basis;
import exactum.core.arrangement.DatedLine;
import exactum.core.arrangement.WhenUnread;
import exactum.core.cadence.Cadence;
import exactum.core.cadence.Coverage;
import exactum.core.cadence.Occurrence;
import exactum.core.cadence.Proration;
import exactum.core.cadence.Recurrence;
import exactum.core.cadence.Recurrence.End;
import exactum.core.cadence.Shift;
import exactum.core.calendar.Clearing;
import exactum.core.document.Line;
import exactum.core.ids.BusinessId;
import exactum.core.ids.RecurringId;
import exactum.core.money.UnitPrice;
import exactum.core.text.Folding;
import exactumdb.tables.records.RecurringInvoiceRecord;
import exactumdb.tables.records.RecurringLineRecord;
import java.time.LocalDate;
import java.util.Collection;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Recurring invoices as rows, and back. */
@Component
class RecurringRows {
    private final Json json;

    RecurringRows(Json json) {
        this.json = json;
    }

    RecurringInvoice recurring(
            RecurringInvoiceRecord r, List<RecurringLineRecord> lines, Collection<LocalDate> skipped) {
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
                        new Draft.Wording(
                                orEmpty(r.getTheirReference()), orEmpty(r.getOurReference()), orEmpty(r.getMemo())),
                        List.of(r.getTags())),
                handling(r),
                new RecurringInvoice.Progress(
                        RecurringState.of(r.getState()), r.getNextIndex(), Set.copyOf(skipped), r.getPausedOn()),
                r.getRevision());
    }

    private static Handling handling(RecurringInvoiceRecord r) {
        return new Handling(
                r.getReviewFirst(),
                r.getSentAutomatically(),
                new Draft.Sending(
                        List.of(r.getRecipients()), r.getCopyToUs(), Delivery.of(r.getDelivery()), null, null),
                WhenUnread.of(r.getUnread()),
                r.getCashSale());
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
                r.getMadeDaysBefore(),
                Proration.of(r.getProration()),
                new Shift(Shift.Direction.valueOf(r.getShift()), Clearing.valueOf(r.getClearing())),
                new Recurrence.Before(r.getBilledUntil(), r.getBilledBefore()));
    }

    private DatedLine line(RecurringLineRecord l, String currency) {
        return new DatedLine(said(l, currency), Basis.of(l.getBasis()), l.getThereFrom(), l.getThereUntil());
    }

    private Line said(RecurringLineRecord l, String currency) {
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
                null);
    }

    static RecurringInvoiceRecord row(BusinessId business, RecurringInvoice r) {
        Recurrence recurrence = r.recurrence();
        Optional<Occurrence> next = r.next();
        RecurringInvoice.Content content = r.content();
        return handled(r.handling(), new RecurringInvoiceRecord())
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
                .setProration(recurrence.proration().word())
                .setShift(recurrence.shift().direction().name())
                .setClearing(recurrence.shift().clearing().name())
                .setBilledUntil(recurrence.before().until())
                .setBilledBefore(recurrence.before().invoices())
                .setTermsId(r.terms())
                .setPriceMode(content.mode())
                .setTheirReference(content.wording().theirReference())
                .setOurReference(content.wording().ourReference())
                .setMemo(content.wording().memo())
                .setTags(content.tags().toArray(String[]::new))
                .setCurrency(content.currency().getCurrencyCode())
                .setState(next.isPresent() ? r.state().words() : RecurringState.ENDED.words())
                .setPausedOn(r.progress().pausedOn())
                .setNextIndex(r.nextIndex())
                .setNextDate(next.map(Occurrence::date).orElse(null))
                .setNextMakeOn(next.map(Occurrence::makeOn).orElse(null))
                .setSearch(Folding.of(String.join(
                        " ",
                        r.name(),
                        content.wording().theirReference(),
                        content.wording().ourReference())))
                .setRevision(r.revision());
    }

    private static RecurringInvoiceRecord handled(Handling handling, RecurringInvoiceRecord row) {
        Draft.Sending sending = handling.sending();
        return row.setReviewFirst(handling.reviewFirst())
                .setSentAutomatically(handling.sentAutomatically())
                .setRecipients(sending.recipients().toArray(String[]::new))
                .setCopyToUs(sending.copyToUs())
                .setDelivery(
                        sending.delivery() == null ? null : sending.delivery().code())
                .setUnread(handling.unread().words())
                .setCashSale(handling.isCashSale());
    }

    RecurringLineRecord row(BusinessId business, RecurringId recurring, int index, DatedLine dated) {
        Line l = dated.line();
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
                .setBasis(dated.basis().words())
                .setThereFrom(dated.from())
                .setThereUntil(dated.until());
    }

    private static String orEmpty(String text) {
        return text == null ? "" : text;
    }
}
