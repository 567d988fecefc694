package exactum.app.customers;

import java.util.List;

/**
 * Where a customer's mail goes: to the contacts that get its kind, else to the customer's own address, else nowhere.
 *
 * @param own the customer's own address, or null
 */
public record Recipients(String own, List<String> invoices, List<String> reminders, List<String> confirmations) {
    public Recipients {
        invoices = List.copyOf(invoices);
        reminders = List.copyOf(reminders);
        confirmations = List.copyOf(confirmations);
    }

    /** The addresses of a kind of mail; none where it is held. */
    public List<String> of(Mail mail) {
        List<String> contacts = switch (mail) {
            case INVOICES -> invoices;
            case REMINDERS -> reminders;
            case CONFIRMATIONS -> confirmations;
        };
        if (!contacts.isEmpty()) return contacts;
        return own == null ? List.of() : List.of(own);
    }

    /** The addresses of a kind of mail in one line; null where there is none. */
    public String line(Mail mail) {
        List<String> all = of(mail);
        return all.isEmpty() ? null : String.join(", ", all);
    }
}
