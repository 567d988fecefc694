package exactum.standins.shelf;

import java.io.FileOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ConcurrentSkipListMap;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Documents of one kind by id, a line of JSON each time that one is put, the last of an id counts; what a kill left of a line is
 * passed over.
 */
public final class Shelf<T> {
    private static final String FILE = "shelf.jsonl";
    private final Path folder;
    private final Class<T> type;
    private final JsonMapper json;
    private final ConcurrentSkipListMap<String, T> documents = new ConcurrentSkipListMap<>();
    private OutputStream file;

    public Shelf(Path folder, Class<T> type, JsonMapper json) {
        this.folder = folder;
        this.type = type;
        this.json = json;
        load();
    }

    /** A line of the file. */
    private record Entry(String id, Object document) {}

    /** Takes what lies in the folder in place of what is known, as after the folder was put back. */
    public synchronized void load() {
        try {
            if (file != null) file.close();
            Files.createDirectories(folder);
            documents.clear();
            Path path = folder.resolve(FILE);
            if (Files.exists(path))
                Files.readString(path, StandardCharsets.ISO_8859_1)
                        .lines()
                        .map(Shelf::utf8)
                        .forEach(this::take);
            boolean isFresh = Files.notExists(path) || Files.size(path) == 0;
            file = new FileOutputStream(path.toFile(), true);
            if (!isFresh) write("\n");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The text of bytes that were read one by one, so that a character that was cut off spoils its own line only. */
    private static String utf8(String bytes) {
        return new String(bytes.getBytes(StandardCharsets.ISO_8859_1), StandardCharsets.UTF_8);
    }

    private void take(String line) {
        try {
            JsonNode entry = json.readTree(line);
            if (!entry.has("document")) return;
            if (entry.get("document").isNull()) documents.remove(entry.get("id").asString());
            else documents.put(entry.get("id").asString(), json.treeToValue(entry.get("document"), type));
        } catch (JacksonException cutOff) {
            // what a kill left of a line
        }
    }

    public synchronized void put(String id, T document) {
        try {
            write(json.writeValueAsString(new Entry(id, document)) + "\n");
            documents.put(id, document);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Takes it from the shelf; one that is not there stays away. */
    public synchronized void remove(String id) {
        try {
            write(json.writeValueAsString(new Entry(id, null)) + "\n");
            documents.remove(id);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void write(String text) throws IOException {
        file.write(text.getBytes(StandardCharsets.UTF_8));
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
}
