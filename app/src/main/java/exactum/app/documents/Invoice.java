package exactum.app.documents;

import exactum.core.money.Money;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;

/**
 * An issued invoice, frozen but for what settles it.
 *
 * @param paidOn the day it was settled in full, or null
 */
public record Invoice(
        UUID id,
        String number,
        UUID customerId,
        UUID recurringId,
        LocalDate date,
        LocalDate periodFrom,
        LocalDate periodUntil,
        Money net,
        Money tax,
        Money gross,
        Money settled,
        LocalDate paidOn,
        Party seller,
        Party buyer,
        String termsPrinted,
        String theirReference,
        String memo,
        List<Line> lines,
        List<Tax> taxes,
        List<Instalment> instalments) {

    /** A line as issued. */
    public record Line(
            String description,
            BigDecimal quantity,
            String unit,
            Money price,
            String taxCode,
            BigDecimal taxPercent,
            String incomeAccount,
            Money net) {}

    /** The tax of one rate. */
    public record Tax(String code, BigDecimal percent, String source, Money base, Money tax) {}

    /** One dated part. */
    public record Instalment(UUID id, int seq, LocalDate dueDate, Money amount, Money settled) {
        public Money open() {
            return amount.minus(settled);
        }
    }

    public Money open() {
        return gross.minus(settled);
    }

    public LocalDate dueDate() {
        return instalments.getLast().dueDate();
    }

    /** The state as of the day; overdue is computed, never stored. */
    public InvoiceState state(LocalDate today) {
        return InvoiceState.of(gross.minor(), settled.minor(), dueDate(), today);
    }
}
