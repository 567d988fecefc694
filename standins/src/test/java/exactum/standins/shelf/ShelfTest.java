package exactum.standins.shelf;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.json.JsonMapper;

/** What stands on a shelf stands there after a restart, whole. */
class ShelfTest {
    private static final JsonMapper JSON = JsonMapper.shared();

    record Book(String title, int pages) {}

    @Test
    void documents_are_there_for_the_next_program(@TempDir Path folder) {
        var shelf = new Shelf<>(folder, Book.class, JSON);
        shelf.put("b", new Book("Élan", 12));
        shelf.put("a", new Book("Harbours", 300));
        shelf.put("b", new Book("Élan", 13));
        var again = new Shelf<>(folder, Book.class, JSON);
        assertThat(again.all()).containsExactly(new Book("Harbours", 300), new Book("Élan", 13));
        assertThat(again.newest(Comparator.comparingInt(Book::pages)))
                .extracting(Book::title)
                .containsExactly("Harbours", "Élan");
        assertThat(again.find("c")).isEmpty();
    }

    @Test
    void a_write_that_a_kill_cut_off_is_not_taken_for_a_document(@TempDir Path folder) throws Exception {
        new Shelf<>(folder, Book.class, JSON).put("a", new Book("Harbours", 300));
        Path file = folder.resolve("shelf.jsonl");
        for (String half : List.of("{\"id\":\"b\",\"document\":{\"title\":\"half a", "{\"id\":\"b\",\"document\":{}")) {
            Files.writeString(file, half, StandardOpenOption.APPEND);
            var shelf = new Shelf<>(folder, Book.class, JSON);
            assertThat(shelf.all()).containsExactly(new Book("Harbours", 300));
            shelf.put("a", new Book("Harbours", 300));
        }
        byte[] cut = Arrays.copyOf("{\"id\":\"b\",\"document\":{\"title\":\"É".getBytes(StandardCharsets.UTF_8), 32);
        Files.write(file, cut, StandardOpenOption.APPEND);
        assertThat(new Shelf<>(folder, Book.class, JSON).all()).containsExactly(new Book("Harbours", 300));
    }

    @Test
    void what_was_saved_under_a_name_is_put_back_and_what_came_since_is_gone() throws Exception {
        var desktop = new exactum.standins.Desktop();
        try (desktop) {
            desktop.submit("/clock/start", java.util.Map.of("day", "2026-06-01"));
            desktop.sell("EUR", "10.00");
            desktop.submit("/shelves/save", java.util.Map.of("name", "first"));
            desktop.sell("EUR", "20.00");
            assertThat(desktop.get("/processor").body()).contains("20.00");
            desktop.submit("/shelves/restore", java.util.Map.of("name", "first"));
            assertThat(desktop.get("/processor").body()).contains("10.00").doesNotContain("20.00");
            desktop.restart();
            assertThat(desktop.get("/processor").body()).contains("10.00").doesNotContain("20.00");
        }
    }
}
