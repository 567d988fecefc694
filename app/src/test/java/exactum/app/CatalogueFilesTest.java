package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.catalogue.CatalogueItem;
import exactum.app.catalogue.FindCatalogue;
import exactum.app.catalogue.ImportCatalogue;
import exactum.app.customers.Customer;
import exactum.app.customers.Groups;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The catalogue out as a file and in again. */
@ExtendWith(RunningApp.class)
class CatalogueFilesTest {
    private static final String HEAD =
            "code,name,kind,unit,sentence,tax,account,customer,group,currency,price,tariff,valid_from,last_day\n";

    private static ImportCatalogue.Rehearsal rehearsed(World world, String file) {
        var imports = world.bean(ImportCatalogue.class);
        return imports.get(
                world.moorings,
                imports.rehearse(
                        world.moorings, "c.csv", new ByteArrayInputStream(file.getBytes(StandardCharsets.UTF_8))));
    }

    private static ImportCatalogue.Rehearsal imported(World world, String file) {
        UUID id = rehearsed(world, file).id();
        world.bean(ImportCatalogue.class).take(world.moorings, id);
        return world.bean(ImportCatalogue.class).get(world.moorings, id);
    }

    private static CatalogueItem item(World world, String name) {
        return world.bean(FindCatalogue.class).items(world.moorings).stream()
                .filter(i -> i.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void items_with_all_their_prices_go_out_and_come_back_without_loss(World world, Groups groups) {
        groups.add(world.moorings, "Clubs");
        Customer customer = world.payer();
        String file = HEAD
                + "CRANE,Crane lift,one-off,lift,,standard,4000,,,,85.00,flat,,\n"
                + "CRANE,Crane lift,one-off,lift,,standard,4000,,Clubs,EUR,80.00,flat,2026-06-01,2026-12-31\n"
                + "CRANE,Crane lift,one-off,lift,,standard,4000," + customer.code() + ",,EUR,75.50,flat,,\n"
                + "KWH,Metered power,metered,kWh,,standard,4000,,,,100: 0.34; 500: 0.29; above: 0.2575,graduated,,\n"
                + "HOLD,Retainer,retainer,piece,Not refunded.,standard,4000,,,,,,,\n";
        ImportCatalogue.Rehearsal first = imported(world, file);
        assertThat(first.fresh()).isEqualTo(3);
        assertThat(first.taken()).isTrue();
        assertThat(item(world, "Crane lift").prices().prices()).hasSize(3);
        try (var ada = new Visitor(world, "ada")) {
            String out = ada.get("/catalogue/catalogue.csv").body();
            assertThat(out)
                    .contains("100.00: 0.34; 500.00: 0.29; above: 0.2575")
                    .contains("2026-12-31");
            ImportCatalogue.Rehearsal same = rehearsed(world, out);
            assertThat(same.unchanged())
                    .isEqualTo(world.bean(FindCatalogue.class)
                            .items(world.moorings)
                            .size());
            assertThat(same.changed() + same.fresh() + same.bad()).isZero();
            ImportCatalogue.Rehearsal changed =
                    imported(world, out.replace(",80.00,", ",82.00,").replace("Metered power", "Shore power by meter"));
            assertThat(changed.changed()).isEqualTo(2);
            assertThat(ada.get("/audit?q=CRANE").body())
                    .contains("no more EUR 80.00 for Clubs")
                    .contains("now EUR 82.00 for Clubs");
        }
        assertThat(item(world, "Crane lift").prices().prices()).hasSize(3);
        imported(world, "code,name,unit,tax,account\nCRANE,Crane,lift,standard,4000\n");
        assertThat(item(world, "Crane").prices().prices())
                .as("without a column of prices they stay")
                .hasSize(3);
    }

    @Test
    void every_reason_stands_on_its_line_and_nothing_bad_is_taken(World world) {
        ImportCatalogue.Rehearsal r = rehearsed(
                world,
                HEAD
                        + "A,Name,robot,piece,,none,9999,NOBODY,,XQZ,1e2,tiered,31.12.2026,\n"
                        + "B,Name,unit,piece,,standard,4000,,,EUR,1.00,,,\n"
                        + "B,Other,unit,piece,,standard,4000,,,EUR,2.00,,,\n"
                        + "C,,retainer,,,standard,4000,,Nobody,EUR,9: 1,graduated,2026-06-02,2026-06-01\n");
        assertThat(r.bad()).isEqualTo(4);
        assertThat(new String(r.badFile(), StandardCharsets.UTF_8))
                .contains("kind “robot” is none of")
                .contains("tax rate “none” is not there")
                .contains("account “9999” is no income account")
                .contains("customer “NOBODY” is not there")
                .contains("currency “XQZ” is unknown")
                .contains("valid from “31.12.2026” is not a date")
                .contains("tariff “tiered” is none of")
                .contains("line 4 says another name than line 3")
                .contains("line 4: the price overlaps that of 1.00")
                .contains("an item needs a code, a name and a unit")
                .contains("prints a sentence")
                .contains("group “Nobody” is not there")
                .contains("the last day is before the first");
    }

    @Test
    void a_rehearsal_that_is_not_true_any_more_is_done_again(World world) {
        String file = "code,name,unit,tax,account,price\nX-1,Lift,lift,standard,4000,85.00\n";
        try (var ada = new Visitor(world, "ada");
                var otto = new Visitor(world, "otto")) {
            String page = ada.upload("/catalogue/import", "c.csv", file.getBytes(StandardCharsets.UTF_8))
                    .headers()
                    .firstValue("location")
                    .orElseThrow()
                    .replaceFirst(".*/moorings", "");
            assertThat(ada.get(page).body()).contains("Import 1 item");
            imported(world, file.replace("85.00", "80.00"));
            assertThat(otto.post(page + "/take", "").statusCode()).isEqualTo(403);
            assertThat(ada.post(page + "/take", "").body()).contains("was changed since this rehearsal");
            assertThat(ada.get(page).body()).contains("no more EUR 80.00; now EUR 85.00");
            for (int twice = 0; twice < 2; twice++) ada.follow(page + "/take", "");
            assertThat(item(world, "Lift")
                            .prices()
                            .prices()
                            .getFirst()
                            .tariff()
                            .first()
                            .text())
                    .isEqualTo("85.00");
            assertThat(ada.get(page + "/bad.csv").body()).startsWith("code,name");
            assertThat(ada.upload("/catalogue/import", "c.csv", "code,name\n".getBytes(StandardCharsets.UTF_8))
                            .statusCode())
                    .isEqualTo(422);
        }
    }

    @Test
    void what_was_taken_out_of_the_catalogue_does_not_come_back_by_a_file(World world) {
        imported(world, "code,name,unit,tax,account\nX-1,Lift,lift,standard,4000\n");
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/catalogue/" + item(world, "Lift").id() + "/retire", "");
        }
        assertThat(new String(
                        rehearsed(world, "code,name,unit,tax,account\nX-1,Lift,lift,standard,4000\n")
                                .badFile(),
                        StandardCharsets.UTF_8))
                .contains("was taken out of the catalogue");
    }
}
