package exactum.app.customers;

import exactum.core.ids.BusinessId;
import exactum.formats.csv.CustomerCsv;
import java.io.IOException;
import java.io.Writer;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Customers as a file that imports again without loss; it streams, however many there are. */
@Component
class ExportCustomers {
    private final CustomerRowStore customers;

    ExportCustomers(CustomerRowStore customers) {
        this.customers = customers;
    }

    /** Writes those that the words find, by code. */
    @Transactional(readOnly = true)
    public void write(BusinessId business, String words, Writer to) throws IOException {
        CustomerCsv.write(to, rows -> customers.each(business, words, rows));
    }
}
