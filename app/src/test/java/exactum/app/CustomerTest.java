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
        assertThat(imports.get(world.moorings, again).good()).isZero();
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
