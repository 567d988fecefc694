package exactum.bench;

import exactum.app.catalogue.FindCatalogue;
import exactum.app.catalogue.ImportCatalogue;
import exactum.app.customers.BillingRules;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.Groups;
import exactum.app.database.Slice;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.pg.ThrowawayPostgres;
import java.io.InputStream;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.UUID;

/**
 * 100,000 customers with a contact each and 10,000 items with two prices each, rehearsed and imported, against the COPY of the
 * same rows in the same run; and then, with all of them there, how long pages, lists, searches, how somebody is billed and
 * the precedence of prices take.
 */
public final class AgreeBench {
    private static final Currency EUR = Currency.getInstance("EUR");
    private static final int ASKED = 40;

    private AgreeBench() {}

    public static void main(String[] arguments) throws Exception {
        try (var postgres = ThrowawayPostgres.start()) {
            try (var warm = new BenchGround(postgres)) {
                customers(warm, 10_000);
                items(warm, 2_000);
            }
            Result few;
            Result fewItems;
            try (var ground = new BenchGround(postgres)) {
                few = customers(ground, 10_000);
                fewItems = items(ground, 2_000);
            }
            Result many;
            Result manyItems;
            double slowest;
            try (var ground = new BenchGround(postgres)) {
                many = customers(ground, 100_000);
                manyItems = items(ground, 10_000);
                slowest = asked(ground);
            }
            few.print("customers");
            many.print("customers");
            fewItems.print("items");
            manyItems.print("items");
            System.out.printf(
                    Locale.ROOT,
                    "ratio=%.2f growth=%.2f heap_mb=%d ratio_items=%.2f growth_items=%.2f slowest_ms=%.1f%n",
                    many.ratio(),
                    many.growthFrom(few),
                    BenchGround.peakHeapMb(),
                    manyItems.ratio(),
                    manyItems.growthFrom(fewItems),
                    slowest);
        }
    }

    private static Result customers(BenchGround ground, int count) throws Exception {
        BusinessId business = ground.businesses.getFirst();
        if (ground.bean(Groups.class).all(business).isEmpty())
            ground.bean(Groups.class).add(business, "Clubs");
        double seconds = CustomerLoad.seconds(ground, people(count));
        return new Result(count, seconds, ground.rows.copyAgain(List.of("customer", "contact", "billed_how"), ""));
    }

    private static Result items(BenchGround ground, int count) throws Exception {
        BusinessId business = ground.businesses.getFirst();
        Path file = catalogue(count);
        var imports = ground.bean(ImportCatalogue.class);
        UUID rehearsal;
        try (InputStream in = Files.newInputStream(file)) {
            rehearsal = imports.rehearse(business, "bench.csv", in);
        }
        ground.rows.settleDown();
        long began = System.nanoTime();
        imports.take(business, rehearsal);
        double seconds = (System.nanoTime() - began) / 1e9;
        return new Result(count, seconds, ground.rows.copyAgain(List.of("catalogue_item", "item_price"), ""));
    }

    /** A question that a page asks. */
    private interface Asking {
        void of(int time);
    }

    /** The slowest of what pages ask, each by its median, in milliseconds. */
    private static double asked(BenchGround ground) throws Exception {
        BusinessId business = ground.businesses.getFirst();
        ground.rows.settleDown();
        List<CustomerId> ids = ground.rows.customers(business);
        Desk desk = ground.desk();
        var customers = ground.bean(FindCustomers.class);
        var rules = ground.bean(BillingRules.class);
        var catalogue = ground.bean(FindCatalogue.class);
        return Collections.max(List.of(
                median("page: list of customers", i -> desk.get("/first/customers?from=" + (1 + i * 50))),
                median("page: filtered", i -> desk.get("/first/customers?q=customer+" + (1_000 + i))),
                median("page: customer", i -> desk.get("/first/customers/" + ids.get(i * 1_000))),
                median("page: find", i -> desk.get("/first/find?q=K-" + (70_000 + i))),
                median("page: catalogue", i -> desk.get("/first/catalogue?from=" + (1 + i * 50))),
                median("page: day sheet", i -> desk.get("/first/day")),
                median("list of customers", i -> {
                    customers.list(business, FindCustomers.Filter.ALL, BenchGround.DAY, Slice.page(1 + i * 50));
                    customers.totals(business, FindCustomers.Filter.ALL, BenchGround.DAY);
                }),
                median("find a customer", i -> customers.search(business, "customer " + (1_000 + i), 20)),
                median("find by e-mail", i -> customers.search(business, "k" + (50_000 + i) + "@k.example", 20)),
                median("how somebody is billed", i -> rules.of(business, ids.get(i * 1_000))),
                median("list of items", i -> catalogue.list(business, "item " + i, Slice.first(50))),
                median(
                        "price by customer, group and date",
                        i -> catalogue
                                .named(business, Set.of("Item " + (1 + i * 100)))
                                .getFirst()
                                .prices()
                                .of(catalogue.sale(business, ids.get(i * 1_000), EUR, BenchGround.DAY))
                                .orElseThrow())));
    }

    private static double median(String what, Asking asking) {
        for (int i = 0; i < 5; i++) asking.of(i);
        var times = new ArrayList<Double>();
        for (int i = 0; i < ASKED; i++) {
            long began = System.nanoTime();
            asking.of(i);
            times.add((System.nanoTime() - began) / 1e6);
        }
        Collections.sort(times);
        double median = times.get(ASKED / 2);
        System.out.printf(Locale.ROOT, "%s: %.1f ms%n", what, median);
        return median;
    }

    private static Path people(int count) throws Exception {
        Path file = Files.createTempFile("bench", ".csv");
        try (Writer out = Files.newBufferedWriter(file)) {
            out.write("code,name,kind,email,address,country,currency,tax_number,group,language,contacts\n");
            for (int i = 1; i <= count; i++)
                out.write(
                        "K-%1$d,Customer %1$d,person,k%1$d@k.example,Quay %1$d|Reedharbour,IE,EUR,IE%1$d,%2$s,%3$s,Accounts %1$d <a%1$d@k.example> invoices\n"
                                .formatted(i, i % 10 == 0 ? "Clubs" : "", i % 4 == 0 ? "de" : ""));
        }
        return file;
    }

    private static Path catalogue(int count) throws Exception {
        Path file = Files.createTempFile("bench", ".csv");
        try (Writer out = Files.newBufferedWriter(file)) {
            out.write("code,name,kind,unit,tax,account,group,price\n");
            for (int i = 1; i <= count; i++)
                out.write(
                        "I-%1$d,Item %1$d,unit,piece,standard,4000,,%1$d.50\nI-%1$d,Item %1$d,unit,piece,standard,4000,Clubs,%1$d.25\n"
                                .formatted(i));
        }
        return file;
    }
}
