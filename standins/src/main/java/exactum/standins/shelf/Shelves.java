package exactum.standins.shelf;

import exactum.standins.StandinSettings;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** All shelves of the stand-ins, which can be saved together under a name and put back to how they were. */
@Component
public class Shelves {
    private final Path home;
    private final Path saved;
    private final JsonMapper json;
    private final List<Shelf<?>> all = new CopyOnWriteArrayList<>();

    Shelves(StandinSettings settings, JsonMapper json) {
        home = settings.home();
        saved = home.resolveSibling(home.getFileName() + "-saved");
        this.json = json;
    }

    /** The shelf in a folder of the stand-ins' home. */
    public <T> Shelf<T> of(String folder, Class<T> type) {
        var shelf = new Shelf<>(home.resolve(folder), type, json);
        all.add(shelf);
        return shelf;
    }

    /** Saves all of it. */
    public synchronized void save(String name) {
        copy(home, emptied(saved.resolve(plain(name))));
    }

    /** Puts back what was saved. */
    public synchronized void restore(String name) {
        Path from = saved.resolve(plain(name));
        if (!Files.isDirectory(from)) throw new IllegalArgumentException("nothing was saved as " + name);
        copy(from, emptied(home));
        all.forEach(Shelf::load);
    }

    private static String plain(String name) {
        if (name.matches("[a-z0-9-]{1,40}")) return name;
        throw new IllegalArgumentException("a name has small letters, digits and dashes, not " + name);
    }

    private static Path emptied(Path folder) {
        try {
            if (Files.isDirectory(folder)) {
                try (Stream<Path> files = Files.walk(folder)) {
                    for (Path file : files.sorted(Comparator.reverseOrder()).toList()) Files.delete(file);
                }
            }
            return Files.createDirectories(folder);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void copy(Path from, Path to) {
        try (Stream<Path> files = Files.walk(from)) {
            for (Path file : files.toList()) {
                Path target = to.resolve(from.relativize(file).toString());
                if (Files.isDirectory(file)) Files.createDirectories(target);
                else Files.copy(file, target);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
