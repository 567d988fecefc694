package exactum.standins.shelf;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ConcurrentSkipListMap;
import java.util.stream.Stream;
import tools.jackson.databind.json.JsonMapper;

/** Documents of one kind by id, one JSON file each; written through a rename, so a kill leaves the old or the new. */
public final class Shelf<T> {
    private final Path folder;
    private final Class<T> type;
    private final JsonMapper json;
    private final ConcurrentSkipListMap<String, T> documents = new ConcurrentSkipListMap<>();

    public Shelf(Path folder, Class<T> type, JsonMapper json) {
        this.folder = folder;
        this.type = type;
        this.json = json;
        load();
    }

    /** Takes what lies in the folder in place of what is known, as after the folder was put back. */
    public void load() {
        try {
            Files.createDirectories(folder);
            documents.clear();
            try (Stream<Path> files = Files.list(folder)) {
                files.filter(f -> f.toString().endsWith(".json"))
                        .forEach(f -> documents.put(id(f), json.readValue(f.toFile(), type)));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public void put(String id, T document) {
        try {
            Path written = Files.createTempFile(folder, "new", ".tmp");
            json.writeValue(written.toFile(), document);
            Files.move(
                    written,
                    folder.resolve(id + ".json"),
                    StandardCopyOption.ATOMIC_MOVE,
                    StandardCopyOption.REPLACE_EXISTING);
            documents.put(id, document);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public Optional<T> find(String id) {
        return Optional.ofNullable(documents.get(id));
    }

    /** All in the order of their ids. */
    public Collection<T> all() {
        return documents.values();
    }

    /** All in the given order, the greatest first. */
    public List<T> newest(Comparator<T> order) {
        return documents.values().stream().sorted(order.reversed()).toList();
    }

    private static String id(Path file) {
        String name = file.getFileName().toString();
        return name.substring(0, name.length() - ".json".length());
    }
}
