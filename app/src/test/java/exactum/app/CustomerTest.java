package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.customers.Customer;
import exactum.app.customers.CustomerDraft;
import exactum.app.customers.CustomerStore;
import exactum.app.customers.ImportCustomers;
import exactum.app.customers.KeepCustomer;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(RunningApp.class)
class CustomerTest {

    @Test
    void five_hundred_come_in_and_the_bad_ones_go_back_with_every_reason(
            World world, ImportCustomers imports, CustomerStore customers) {
        var file = new StringBuilder("code,name,kind,email,address,country,currency,tax_number\n");
        for (int i = 1; i <= 500; i++)
            file.append(
                    "IMP-%d,Zephyr %d,person,z%d@lakeside.example,Quay %d|Reedharbour,IE,EUR,\n".formatted(i, i, i, i));
        file.append("IMP-7,Twice,person,,Quay,IE,EUR,\n")
                .append("IMP-X,Bad Mail,person,nobody at home,Quay,IE,EUR,\n")
                .append("IMP-Y,,person,,Quay,IRL,XYZ,\n");
        UUID rehearsal = imports.rehearse(
                "customers.csv", new ByteArrayInputStream(file.toString().getBytes(StandardCharsets.UTF_8)));
        assertThat(customers.count("zephyr")).isZero();
        assertThat(imports.get(rehearsal).good()).isEqualTo(500);
        assertThat(imports.get(rehearsal).bad()).isEqualTo(3);
        imports.take(rehearsal);
        imports.take(rehearsal);
        assertThat(customers.count("zephyr")).isEqualTo(500);
        assertThat(new String(imports.get(rehearsal).badFile(), StandardCharsets.UTF_8)
                        .lines()
                        .skip(1))
                .satisfiesExactly(
                        l -> assertThat(l).contains("stands on an earlier line of this file"),
                        l -> assertThat(l).contains("e-mail “nobody at home” is not an address"),
                        l -> assertThat(l)
                                .contains("name is missing")
                                .contains("country “IRL”")
                                .contains("currency “XYZ” is unknown"));
        UUID again = imports.rehearse(
                "customers.csv", new ByteArrayInputStream(file.toString().getBytes(StandardCharsets.UTF_8)));
        assertThat(imports.get(again).good()).isZero();
    }

    @Test
    void a_customer_is_found_by_any_part_without_accents_or_case(World world, CustomerStore customers) {
        Customer customer = world.customer("wave@lakeside.example");
        for (String part : new String[] {customer.code(), "ecluse sohne", "WAVE@", "söhne", "quay ecl"}) {
            assertThat(customers.search(part, 1_000))
                    .as(part)
                    .extracting(Customer::id)
                    .contains(customer.id());
        }
        assertThat(customers.search("%", 10)).isEmpty();
    }

    @Test
    void two_people_change_one_customer_and_the_second_sees_it(World world, KeepCustomer keep) {
        Customer customer = world.customer("one@lakeside.example");
        keep.change(customer.id(), 1, draft(customer, "two@lakeside.example"));
        assertThatThrownBy(() -> keep.change(customer.id(), 1, draft(customer, "three@lakeside.example")))
                .hasMessageContaining("two@lakeside.example")
                .hasMessageContaining("Yours was not kept");
        assertThatThrownBy(() -> keep.add(draft(customer, "")))
                .hasMessageContaining("There is a customer with the code");
    }

    private static CustomerDraft draft(Customer c, String email) {
        return new CustomerDraft(c.code(), c.name(), c.kind(), email, c.address(), c.country(), c.currency(), "");
    }
}
