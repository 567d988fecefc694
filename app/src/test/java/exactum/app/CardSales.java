package exactum.app;

import exactum.app.documents.Document;
import exactum.app.settlement.FindPayments;
import exactum.core.ids.MeansId;

/** Invoices that were paid by card, for tests. */
final class CardSales {
    private CardSales() {}

    /** An invoice over an amount that a sale of the processor's pays. */
    static Document sold(World world, String sale, String amount, String fee) {
        Document invoice = world.invoice(world.payer(), amount);
        world.desk.sale(sale, world.desk.cardPage(invoice).reference, amount, fee);
        return invoice;
    }

    /** The first payment of an invoice. */
    static MeansId payment(World world, Document invoice) {
        return world.bean(FindPayments.class)
                .ofDocument(world.moorings, invoice.id())
                .getFirst()
                .id();
    }
}
