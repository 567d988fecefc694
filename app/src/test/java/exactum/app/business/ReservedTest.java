package exactum.app.business;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.RunningApp;
import exactum.app.World;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(RunningApp.class)
class ReservedTest {
    @Test
    void every_address_of_the_installation_itself_is_reserved(World world) {
        var first = world.addresses().stream()
                .filter(p -> p.matches("/(pay|hooks|sign-in|first-user|businesses|home|keys|clock|error)(/.*)?"))
                .map(p -> p.split("/")[1])
                .collect(Collectors.toSet());
        assertThat(first).hasSizeGreaterThan(5);
        assertThat(Reserved.WORDS).containsAll(first);
    }
}
