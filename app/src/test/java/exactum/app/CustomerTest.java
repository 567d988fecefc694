package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.customers.Customer;
import exactum.app.customers.CustomerDraft;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.ImportCustomers;
import exactum.app.customers.SaveCustomer;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Customers: imported through a rehearsal, found by any part, changed by one at a time. */
@ExtendWith(RunningApp.class)
class CustomerTest {
    private static int count(World world, String words) {
        return world.customers().search(world.moorings, words, 1_000).size();
    }

    @Test
    void five_hundred_come_in_and_the_bad_ones_go_back_with_every_reason(World world, ImportCustomers imports) {
        var file = new StringBuilder("code,name,kind,email,address,country,currency,tax_number\n");
        for (int i = 1; i <= 500; i++)
            file.append(
                    "IMP-%d,Zephyr %d,person,z%d@lakeside.example,Quay %d|Reedharbour,IE,EUR,\n".formatted(i, i, i, i));
        file.append("IMP-7,Twice,person,,Quay,IE,EUR,\n")
                .append("IMP-X,Bad Mail,person,nobody at home,Quay,IE,EUR,\n")
                .append("IMP-Y,,person,,Quay,IRL,XYZ,\n");
        byte[] bytes = file.toString().getBytes(StandardCharsets.UTF_8);
        UUID rehearsal = imports.rehearse(world.moorings, "customers.csv", new ByteArrayInputStream(bytes));
        assertThat(count(world, "zephyr")).isZero();
        assertThat(imports.get(world.moorings, rehearsal).good()).isEqualTo(500);
        assertThat(imports.get(world.moorings, rehearsal).bad()).isEqualTo(3);
        imports.take(world.moorings, rehearsal);
        imports.take(world.moorings, rehearsal);
        assertThat(count(world, "zephyr")).isEqualTo(500);
        assertThat(new String(imports.get(world.moorings, rehearsal).badFile(), StandardCharsets.UTF_8)
                        .lines()
                        .skip(1))
                .satisfiesExactly(
                        l -> assertThat(l).contains("stands on an earlier line of this file"),
                        l -> assertThat(l).contains("e-mail “nobody at home” is not an address"),
                        l -> assertThat(l)
                                .contains("name is missing")
                                .contains("country “IRL”")
                                .contains("currency “XYZ” is unknown"));
        UUID again = imports.rehearse(world.moorings, "customers.csv", new ByteArrayInputStream(bytes));
        assertThat(imports.get(world.moorings, again))
                .as("what is known says nothing new")
                .satisfies(r -> assertThat(r.unchanged()).isEqualTo(r.good()).isEqualTo(500));
        UUID other = imports.rehearse(world.north, "customers.csv", new ByteArrayInputStream(bytes));
        assertThat(imports.get(world.north, other).good())
                .as("codes are a business's own")
                .isEqualTo(500);
    }

    @Test
    void a_customer_is_found_by_any_part_without_accents_or_case(World world, FindCustomers customers) {
        Customer customer = world.customer("wave@lakeside.example");
        for (String part : new String[] {customer.code(), "ecluse sohne", "WAVE@", "söhne", "quay ecl"}) {
            assertThat(customers.search(world.moorings, part, 1_000))
                    .as(part)
                    .extracting(Customer::id)
                    .contains(customer.id());
        }
        assertThat(customers.search(world.moorings, "%", 10)).isEmpty();
        assertThat(customers.search(world.north, "ecluse", 10)).isEmpty();
    }

    @Test
    void two_people_change_one_customer_and_the_second_sees_it(World world, SaveCustomer save) {
        Customer customer = world.customer("one@lakeside.example");
        save.change(world.moorings, customer.id(), 1, draft(customer, "two@lakeside.example"));
        assertThatThrownBy(
                        () -> save.change(world.moorings, customer.id(), 1, draft(customer, "three@lakeside.example")))
                .hasMessageContaining("two@lakeside.example")
                .hasMessageContaining("Yours was not saved");
        assertThatThrownBy(() -> save.add(world.moorings, draft(customer, "")))
                .hasMessageContaining("There is a customer with the code");
    }

    @Test
    void a_form_says_all_that_is_wrong_and_one_after_the_other_can_be_added(World world) {
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.post("/customers", "name=&kind=robot&email=nobody&country=XX&currency=XQZ")
                            .body())
                    .contains("There are 5 things to correct")
                    .contains("data-beside=\"email\"")
                    .contains("Country “XX” is not a two-letter code");
            String next = ada.follow("/customers", "name=First&country=IE&currency=EUR&another=true");
            assertThat(next).isEqualTo("/customers/new");
            assertThat(count(world, "First")).isOne();
        }
    }

    private static String exported(World world, String words) {
        try (var otto = new Visitor(world, "otto")) {
            return otto.get("/customers/customers.csv?q=" + Visitor.encoded(words))
                    .body();
        }
    }

    private static ImportCustomers.Rehearsal imported(World world, String file) {
        var imports = world.bean(ImportCustomers.class);
        UUID id = imports.rehearse(
                world.moorings, "changed.csv", new ByteArrayInputStream(file.getBytes(StandardCharsets.UTF_8)));
        imports.begin(world.moorings, id);
        return imports.take(world.moorings, id);
    }

    @Test
    void of_500_that_go_out_and_come_back_only_those_that_were_changed_change(World world, FindCustomers customers) {
        var file = new StringBuilder("code,name,kind,email,address,country,currency,tax_number\n");
        for (int i = 1; i <= 497; i++)
            file.append("RT-%03d,Zephyr %d,person,z%d@lakeside.example,Quay %d|Reedharbour,IE,EUR,\n"
                    .formatted(i, i, i, i));
        file.append("RT-498,=1+1,person,,\"Quay, 1\nBack\",IE,EUR,-5\n")
                .append("RT-499,אבג ⚓ é,organisation,,Quay,IE,EUR,\n")
                .append("RT-500,'=quoted,person,,Quay,IE,EUR,\n");
        assertThat(imported(world, file.toString()).fresh()).isEqualTo(500);
        String out = exported(world, "");
        ImportCustomers.Rehearsal same = imported(world, out);
        assertThat(same.unchanged()).isEqualTo(same.good()).isEqualTo(500);
        assertThat(customers.findByCode(world.moorings, "RT-498").orElseThrow())
                .satisfies(c -> assertThat(c.name()).isEqualTo("=1+1"))
                .satisfies(c -> assertThat(c.address()).isEqualTo("Quay, 1\nBack"));

        ImportCustomers.Rehearsal changed = imported(
                world,
                out.replace("z7@lakeside.example", "seven@lakeside.example").replace("Zephyr 9,", "Zephyr Nine,"));
        assertThat(changed.changed()).isEqualTo(2);
        assertThat(changed.unchanged()).isEqualTo(498);
        assertThat(customers.findByCode(world.moorings, "RT-007").orElseThrow())
                .satisfies(c -> assertThat(c.email()).isEqualTo("seven@lakeside.example"))
                .satisfies(c -> assertThat(c.revision()).isEqualTo(2));
        assertThat(customers.findByCode(world.moorings, "RT-008").orElseThrow().revision())
                .isEqualTo(1);
        try (var otto = new Visitor(world, "otto")) {
            assertThat(otto.get("/audit?q=RT-007").body()).contains("seven@lakeside.example");
        }
    }

    @Test
    void a_customer_that_somebody_changed_since_the_rehearsal_is_left_out_and_handed_back(
            World world, SaveCustomer save, ImportCustomers imports, FindCustomers customers) {
        Customer customer = world.customer("one@lakeside.example");
        String out = exported(world, customer.code());
        UUID id = imports.rehearse(
                world.moorings,
                "late.csv",
                new ByteArrayInputStream(out.replace("one@lakeside.example", "file@lakeside.example")
                        .getBytes(StandardCharsets.UTF_8)));
        assertThat(imports.lines(world.moorings, id, 10))
                .singleElement()
                .satisfies(l -> assertThat(l.words()).contains("one@lakeside.example → file@lakeside.example"));
        save.change(world.moorings, customer.id(), 1, draft(customer, "desk@lakeside.example"));
        imports.begin(world.moorings, id);
        assertThat(imports.take(world.moorings, id))
                .satisfies(r -> assertThat(r.changed()).isZero())
                .satisfies(r -> assertThat(new String(r.badFile(), StandardCharsets.UTF_8))
                        .contains("since the rehearsal"));
        assertThat(customers.get(world.moorings, customer.id()).email()).isEqualTo("desk@lakeside.example");
    }

    private static CustomerDraft draft(Customer c, String email) {
        return new CustomerDraft(
                c.code(),
                c.name(),
                "person",
                email,
                "Quay 1",
                "IE",
                c.currency().getCurrencyCode(),
                "");
    }
}
