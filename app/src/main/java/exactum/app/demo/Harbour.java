package exactum.app.demo;

import exactum.app.business.Business;
import exactum.core.document.TaxRate;
import java.util.List;

/**
 * What a business of the demo is made of.
 *
 * @param rates its tax rates by date
 * @param items code, name, unit, price, tax, income account
 * @param customers name, kind, mailbox (empty for none), street, place
 * @param arrangements how many recurring invoices it has
 * @param prefix of its invoice numbers
 * @param bankName and processorName what its accounts are called
 * @param byTransfer the customers who always pay by transfer
 */
record Harbour(
        Business business,
        List<TaxRate> rates,
        String[][] items,
        String[][] customers,
        int arrangements,
        String prefix,
        String bankName,
        String processorName,
        List<String> byTransfer) {
    String currency() {
        return business.currency().getCurrencyCode();
    }
}
