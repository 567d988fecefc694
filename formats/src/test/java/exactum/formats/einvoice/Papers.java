package exactum.formats.einvoice;

import exactum.core.cadence.ServicePeriod;
import exactum.core.document.TaxCategory;
import exactum.core.document.TaxRate;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;

/** Made-up e-invoices for tests. */
final class Papers {
    static final EInvoice.Party SELLER = new EInvoice.Party(
            "Larkwater Moorings Ltd", List.of("Harbour Office", "Quay", "Reedharbour"), "IE", "IE9700053D");
    static final EInvoice.Party BUYER =
            new EInvoice.Party("Segelverein Köhler", List.of("Uferweg 12", "88999 Fernufer"), "DE", "DE811569869");
    static final EInvoice.Payment TRANSFER =
            new EInvoice.Payment("Payable within 14 days.", "DE89370400440532013000", true, "RF97LW20260001", null);

    private Papers() {}

    static TaxRate rate(TaxCategory category, String percent) {
        return new TaxRate("a", category, "VAT", new BigDecimal(percent), LocalDate.of(2020, 1, 1), null, "law");
    }

    static Money euro(String amount) {
        return Money.of("EUR", amount);
    }

    static EInvoice.Line line(String quantity, String unit, String net, TaxRate rate) {
        return new EInvoice.Line("Berth & power", "", new BigDecimal(quantity), unit, euro(net), rate, null);
    }

    static EInvoice invoice(List<EInvoice.Line> lines, List<EInvoice.Tax> taxes, String prepaid) {
        return paper(lines, taxes, prepaid, TRANSFER, null);
    }

    static EInvoice paper(
            List<EInvoice.Line> lines,
            List<EInvoice.Tax> taxes,
            String prepaid,
            EInvoice.Payment payment,
            String credits) {
        return new EInvoice(
                "LW-2026-0001",
                LocalDate.of(2026, 6, 1),
                LocalDate.of(2026, 6, 15),
                new ServicePeriod(LocalDate.of(2026, 6, 1), LocalDate.of(2026, 7, 1)),
                "PO-4000",
                List.of("Early bird 5 %: −15.00"),
                payment,
                SELLER,
                BUYER,
                lines,
                taxes,
                euro(prepaid),
                credits);
    }
}
