package exactum.standins.shelf;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
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
        Files.writeString(folder.resolve("new123.tmp"), "{\"title\":\"half a");
        assertThat(new Shelf<>(folder, Book.class, JSON).all()).containsExactly(new Book("Harbours", 300));
    }
}
