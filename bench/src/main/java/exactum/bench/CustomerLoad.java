package exactum.bench;

import exactum.app.customers.ImportCustomers;
import exactum.core.ids.BusinessId;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.UUID;

/** A file of customers taken by the first business: rehearsed first, then timed. */
final class CustomerLoad {
    private CustomerLoad() {}

    /** The seconds that taking the rehearsed file lasts. */
    static double seconds(BenchGround ground, Path file) throws Exception {
        BusinessId business = ground.businesses.getFirst();
        var imports = ground.bean(ImportCustomers.class);
        UUID rehearsal;
        try (InputStream in = Files.newInputStream(file)) {
            rehearsal = imports.rehearse(business, "bench.csv", in);
        }
        ground.rows.settleDown();
        imports.begin(business, rehearsal);
        long began = System.nanoTime();
        imports.take(business, rehearsal);
        return (System.nanoTime() - began) / 1e9;
    }
}
