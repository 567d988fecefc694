package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.customers.BillingRules;
import exactum.app.customers.Customer;
import exactum.app.customers.Delivery;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.Groups;
import exactum.app.customers.ImportCustomers;
import exactum.app.customers.Mail;
import exactum.core.precedence.Level;
import exactum.formats.csv.CsvMapping;
import exactum.formats.csv.CsvShape;
import exactum.formats.csv.CustomerColumn;
import java.io.ByteArrayInputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Customers with all that is said of them, out as a file and in again; and files of another making. */
@ExtendWith(RunningApp.class)
class CustomerFilesTest {
    private static final String THEIRS = """
            Kunden-Nr.;Vorname;Nachname;Straße;PLZ;Ort;Land;E-Mail;Bemerkung
            K-1;Jörg;Köhler;Seeweg 4;88131;Lindau;DE;joerg@see.example;nett
            K-2;;Segelclub;Kai 1;88131;Lindau;DE;kein Postfach;
            """;

    private static ImportCustomers.Rehearsal rehearsed(World world, String file) {
        var imports = world.bean(ImportCustomers.class);
        return imports.get(
                world.moorings,
                imports.rehearse(
                        world.moorings, "f.csv", new ByteArrayInputStream(file.getBytes(StandardCharsets.UTF_8))));
    }

    private static ImportCustomers.Rehearsal imported(World world, String file) {
        var imports = world.bean(ImportCustomers.class);
        UUID id = rehearsed(world, file).id();
        imports.begin(world.moorings, id);
        return imports.take(world.moorings, id);
    }

    private static String exported(World world) {
        try (var otto = new Visitor(world, "otto")) {
            return otto.get("/customers/customers.csv").body();
        }
    }

    @Test
    void a_file_of_another_making_is_read_as_its_columns_are_named(World world, FindCustomers customers) {
        byte[] file = THEIRS.getBytes(Charset.forName("windows-1252"));
        try (var ada = new Visitor(world, "ada")) {
            String id = ada.upload("/customers/import", "theirs.csv", file)
                    .headers()
                    .firstValue("location")
                    .orElseThrow()
                    .replaceFirst(".*/import/", "");
            String page = "/customers/import/" + id;
            assertThat(ada.get(page).headers().firstValue("location").orElseThrow())
                    .endsWith(page + "/mapping");
            assertThat(ada.get(page + "/mapping").body())
                    .contains("Köhler")
                    .contains("value=\"windows-1252\" selected=\"selected\"")
                    .contains("value=\"semicolon\" selected=\"selected\"")
                    .containsPattern("name=\"column5\"[\\s\\S]*?value=\"town\" selected=\"selected\"");
            assertThat(ada.get(page + "/mapping?encoding=UTF-8&separator=semicolon")
                            .body())
                    .contains("The file is not in UTF-8");
            assertThat(ada.get(page + "/mapping?encoding=windows-1252&separator=comma")
                            .body())
                    .contains("value=\"comma\" selected=\"selected\"");
            String shape = "encoding=windows-1252&separator=semicolon&";
            assertThat(ada.post(page + "/mapping", shape + "column0=&column1=name&country=&currency=EUR")
                            .body())
                    .contains("Say which columns hold code, country")
                    .contains("Nothing was stored");
            assertThat(ada.post(page + "/mapping", shape + "column0=colour").body())
                    .contains("There is no column “colour”");
            assertThat(ada.post(page + "/take", "").body()).doesNotContain("imported");
            ada.follow(
                    page + "/mapping",
                    shape
                            + "column0=code&column1=name&column2=name&column3=address&column4=address&column5=town&column6=country&column7=email&column8=&country=IE&currency=EUR");
            assertThat(ada.get(page).body())
                    .contains("e-mail “kein Postfach” is not an address")
                    .contains("Jörg Köhler")
                    .contains("Change the columns");
            ada.follow(page + "/take", "");
            world.bean(ImportCustomers.class).take(world.moorings, UUID.fromString(id));
            assertThat(ada.post(page + "/mapping", shape + "column0=code").statusCode())
                    .isEqualTo(422);
        }
        Customer joerg = customers.findByCode(world.moorings, "K-1").orElseThrow();
        assertThat(joerg.name()).isEqualTo("Jörg Köhler");
        assertThat(joerg.address()).isEqualTo("Seeweg 4\n88131 Lindau");
        assertThat(joerg.country()).isEqualTo("DE");
        assertThat(customers.findByCode(world.moorings, "K-2")).isEmpty();
    }

    @Test
    void all_that_is_said_of_a_customer_goes_out_and_comes_back(World world, Groups groups, BillingRules rules) {
        groups.add(world.moorings, "Clubs");
        String file =
                "code,name,country,currency,service_address,group,language,terms,tax,tax_reason,delivery,pays_by,layout,contacts\n"
                        + "F-1,Club,DE,EUR,Shed 4|Farside,Clubs,de,14 days,exempt,Sport,link,transfer,Standard,"
                        + "\"Chair <chair@club.example>|Accounts <pay@club.example> reminders, invoices\"\n";
        assertThat(imported(world, file).fresh()).isOne();
        Customer club = world.bean(FindCustomers.class)
                .findByCode(world.moorings, "F-1")
                .orElseThrow();
        assertThat(club.recipients().of(Mail.INVOICES)).containsExactly("pay@club.example");
        assertThat(club.serviceAddress()).isEqualTo("Shed 4\nFarside");
        assertThat(rules.of(world.moorings, club.id()).delivery().value()).isEqualTo(Delivery.LINK);
        assertThat(groups.of(world.moorings, club.id())).isPresent();

        String out = exported(world);
        assertThat(imported(world, out).unchanged())
                .isEqualTo((int) out.lines().filter(l -> l.contains(",EUR,")).count());
        ImportCustomers.Rehearsal changed = imported(
                world,
                out.replace("Chair <chair@club.example>", "Porter <porter@club.example> confirmations")
                        .replace(",link,", ",paper,")
                        .replace(",Clubs,", ",,"));
        assertThat(changed.changed()).isOne();
        Customer after = world.bean(FindCustomers.class).get(world.moorings, club.id());
        assertThat(after.recipients().of(Mail.CONFIRMATIONS)).containsExactly("porter@club.example");
        assertThat(rules.of(world.moorings, club.id()).delivery().said()).isEqualTo(Level.CUSTOMER);
        assertThat(rules.of(world.moorings, club.id()).delivery().value()).isEqualTo(Delivery.PAPER);
        assertThat(groups.of(world.moorings, club.id())).isEmpty();
        try (var otto = new Visitor(world, "otto")) {
            assertThat(otto.get("/audit?q=F-1").body())
                    .contains("porter@club.example")
                    .contains("paper");
        }
    }

    @Test
    void what_a_file_says_nothing_of_stays_as_it_is(World world, FindCustomers customers) {
        imported(world, "code,name,email,country,currency,tax_number\nF-1,Club,a@club.example,IE,EUR,IE1\n");
        imported(world, "code,name,country,currency\nF-1,Yacht Club,IE,EUR\n");
        Customer club = customers.findByCode(world.moorings, "F-1").orElseThrow();
        assertThat(club.name()).isEqualTo("Yacht Club");
        assertThat(club.email()).isEqualTo("a@club.example");
        assertThat(club.taxNumber()).isEqualTo("IE1");
        imported(world, "code,name,email,country,currency\nF-1,Yacht Club,,IE,EUR\n");
        assertThat(customers.get(world.moorings, club.id()).email()).isNull();
    }

    @Test
    void every_reason_stands_on_its_line(World world) {
        ImportCustomers.Rehearsal rehearsal = rehearsed(
                world,
                "code,name,country,currency,group,terms,language,tax,delivery,layout,contacts\n"
                        + "F-1,Club,IE,EUR,Nobody,99 days,tlh,exempt,pigeon,None,Ada ada@x\n"
                        + "F-2,Club,IE,EUR,,,,,,,A <a@x.example>|B <a@x.example>\n");
        assertThat(rehearsal.bad()).isEqualTo(2);
        assertThat(new String(rehearsal.badFile(), StandardCharsets.UTF_8))
                .contains("group “Nobody” is not there")
                .contains("terms “99 days” is not there")
                .contains("language “tlh” is none of en, de")
                .contains("what is exempt needs the reason")
                .contains("delivery “pigeon” is none of PDF, link, e-invoice, cross industry, hybrid, paper")
                .contains("layout “None” is not there")
                .contains("contact “Ada ada@x” is not like")
                .contains("contact “a@x.example” stands there twice");
    }

    @Test
    void a_mapping_is_not_changed_once_its_import_has_begun(World world) {
        var imports = world.bean(ImportCustomers.class);
        UUID id = rehearsed(world, THEIRS).id();
        var mapping = new CsvMapping(
                new CsvShape(StandardCharsets.UTF_8, ';'),
                List.of(
                        CustomerColumn.CODE,
                        CustomerColumn.NAME,
                        CustomerColumn.NAME,
                        CustomerColumn.ADDRESS,
                        CustomerColumn.ADDRESS,
                        CustomerColumn.TOWN,
                        CustomerColumn.COUNTRY,
                        CustomerColumn.EMAIL,
                        CustomerColumn.TAX_REASON),
                Map.of(CustomerColumn.CURRENCY, "EUR"));
        assertThat(imports.begin(world.moorings, id)).isFalse();
        imports.map(world.moorings, id, mapping);
        assertThat(imports.get(world.moorings, id).bad()).isEqualTo(2);
        assertThat(imports.begin(world.moorings, id)).isTrue();
        assertThatThrownBy(() -> imports.map(world.moorings, id, mapping)).hasMessageContaining("has begun already");
    }
}
