package exactum.standins.shelf;

import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Where the state of all stand-ins is saved and put back. */
@RestController
class ShelvesEndpoint {
    private final Shelves shelves;

    ShelvesEndpoint(Shelves shelves) {
        this.shelves = shelves;
    }

    @PostMapping("/shelves/save")
    void save(@RequestParam String name) {
        shelves.save(name);
    }

    @PostMapping("/shelves/restore")
    void restore(@RequestParam String name) {
        shelves.restore(name);
    }
}
