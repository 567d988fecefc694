package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.address.OwnAddress;
import exactum.app.clock.PlayDays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(RunningApp.class)
class MoveForwardTest {
    @Test
    void pressed_twice_it_sets_off_once_and_what_stops_it_is_kept(World world, PlayDays play) {
        var today = RunningApp.TODAY;
        assertThat(play.setOff(today.minusDays(1), today.plusDays(1)))
                .as("from a date that has passed")
                .isFalse();
        assertThat(play.setOff(today, today)).isTrue();
        assertThat(play.setOff(today, today.plusDays(7))).isFalse();
        assertThat(play.journey()).hasValueSatisfying(j -> assertThat(j.until()).isEqualTo(today));
        play.playOn();
        assertThat(play.journey())
                .as("the processor cannot be reached here, and that is said")
                .hasValueSatisfying(j -> assertThat(j.problem()).contains("cannot be reached"));
        assertThat(play.setOff(today, today)).as("it can be set off again").isTrue();
        play.playOn();
        assertThat(play.setOff(today, today)).isTrue();
    }

    @Test
    void only_addresses_of_our_own_are_gone_back_to() {
        assertThat(OwnAddress.of("/invoices?q=a", "/")).isEqualTo("/invoices?q=a");
        for (String other : new String[] {null, "", "//evil.example", "/\\evil.example", "https://evil.example", "x"}) {
            assertThat(OwnAddress.of(other, "/")).as("%s", other).isEqualTo("/");
        }
    }
}
