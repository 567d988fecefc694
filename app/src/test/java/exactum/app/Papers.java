package exactum.app;

import exactum.app.customers.Customer;
import exactum.app.documents.Document;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;

/** Papers of every kind, typed and issued as a person does it. */
final class Papers {
    private Papers() {}

    /** The lines of a paper for a customer: a berth of 1,000.00 without tax. */
    static String typed(String kind, Customer customer, String price) {
        return "kind=" + kind + "&customer=" + customer.id() + "&text0=Berth&price0=" + price
                + "&tax0=zero&qty0=1&unit0=season";
    }

    /** A quote of 1,000.00, issued. */
    static Document quote(World world, Customer customer, String more) {
        return issued(
                world,
                typed("QUOTE", customer, "1000") + "&signed=on" + (more.contains("asks=") ? "" : "&asks=NOTHING")
                        + more);
    }

    /** A cash sale, paid in cash. */
    static Document cashSale(World world, Customer customer, String price) {
        return issued(world, typed("CASH_SALE", customer, price) + "&paidBy=CASH");
    }

    /** A credit note over all of an invoice with one line. */
    static Document credited(World world, Document invoice) {
        return issued(world, credits(invoice, "1"));
    }

    /** All lines of an invoice, taken back. */
    static String creditsAll(Document invoice) {
        var fields = new StringBuilder("kind=CREDIT_NOTE&customer=" + invoice.customer() + "&credits=" + invoice.id());
        for (int i = 0; i < invoice.lines().size(); i++) {
            var line = invoice.lines().get(i).line();
            fields.append("&credits%1$d=%2$d&text%1$d=%3$s&unit%1$d=%4$s&price%1$d=%5$s&tax%1$d=%6$s&qty%1$d=%7$s"
                    .formatted(
                            i,
                            i + 1,
                            in(line.description()),
                            in(line.unit()),
                            line.price().text(),
                            line.taxCode(),
                            line.quantity().toPlainString()));
        }
        return fields.toString();
    }

    /** So much of the first line of an invoice, taken back. */
    static String credits(Document invoice, String quantity) {
        var line = invoice.lines().getFirst().line();
        return "kind=CREDIT_NOTE&customer=" + invoice.customer() + "&credits=" + invoice.id() + "&credits0=1&text0="
                + in(line.description()) + "&unit0=" + in(line.unit()) + "&price0="
                + line.price().text()
                + "&tax0=" + line.taxCode() + "&qty0=" + quantity;
    }

    /** Types it, issues it, and answers what stands there then. */
    static Document issued(World world, String fields) {
        try (var ada = new Visitor(world, "ada")) {
            String at = ada.follow("/drafts/issue", fields);
            return world.document(at.substring(at.lastIndexOf('/') + 1));
        }
    }

    static String in(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }
}
