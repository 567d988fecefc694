package exactum.app.attachments;

import exactum.app.audit.Audit;
import exactum.app.database.Ids;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.problem.Refusal;
import java.text.Normalizer;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Files that go with a document, or prove a payment. What cannot be opened safely by who gets it is not taken. */
@Component
public class Attachments {
    /** The largest file, in bytes, and how many go with one thing. */
    static final int LARGEST = 8 * 1024 * 1024;

    private static final int MOST = 10;
    private static final int LONGEST_NAME = 100;
    private static final Map<String, String> TYPES = Map.of(
            "pdf", "application/pdf",
            "png", "image/png",
            "jpg", "image/jpeg",
            "jpeg", "image/jpeg",
            "txt", "text/plain",
            "csv", "text/csv",
            "ods", "application/vnd.oasis.opendocument.spreadsheet",
            "odt", "application/vnd.oasis.opendocument.text",
            "xlsx", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
            "docx", "application/vnd.openxmlformats-officedocument.wordprocessingml.document");
    private static final Map<String, byte[]> BEGINNINGS = Map.of(
            "pdf", new byte[] {'%', 'P', 'D', 'F'},
            "png", new byte[] {(byte) 0x89, 'P', 'N', 'G'},
            "jpg", new byte[] {(byte) 0xFF, (byte) 0xD8, (byte) 0xFF},
            "jpeg", new byte[] {(byte) 0xFF, (byte) 0xD8, (byte) 0xFF},
            "ods", new byte[] {'P', 'K'},
            "odt", new byte[] {'P', 'K'},
            "xlsx", new byte[] {'P', 'K'},
            "docx", new byte[] {'P', 'K'});

    private final AttachmentStore store;
    private final Audit audit;

    Attachments(AttachmentStore store, Audit audit) {
        this.store = store;
        this.audit = audit;
    }

    /** A file without its bytes. */
    public record Attached(UUID id, String name, String type, int size) {
        /** {@code 184 kB}. */
        public String sizeText() {
            return size < 1_000 ? size + " bytes" : "%,d kB".formatted((size + 999) / 1_000);
        }
    }

    public List<Attached> of(BusinessId business, GoesWith goesWith) {
        return store.of(business, goesWith);
    }

    /** A file of it. */
    /** Of documents, those that files go with. */
    public Set<DocumentId> documentsWithAny(BusinessId business, Collection<DocumentId> documents) {
        return store.documentsWithAny(business, documents);
    }

    public Optional<Attached> find(BusinessId business, GoesWith goesWith, UUID id) {
        return of(business, goesWith).stream().filter(a -> a.id().equals(id)).findFirst();
    }

    /** The bytes of a file. */
    public Optional<byte[]> content(BusinessId business, GoesWith goesWith, UUID id) {
        return store.content(business, goesWith, id);
    }

    /**
     * Keeps a file with a document that is not issued yet, or with a payment.
     *
     * @throws Refusal if it is too large, of a kind that is not taken, not what its name says, or one too many
     */
    @Transactional
    public void add(BusinessId business, GoesWith goesWith, String typedName, byte[] content) {
        String name = name(typedName);
        String ending = ending(name);
        if (content.length == 0) throw refused("“%s” is empty.".formatted(name));
        if (content.length > LARGEST)
            throw refused("“%s” is larger than %d MB.".formatted(name, LARGEST / 1024 / 1024));
        byte[] beginning = BEGINNINGS.get(ending);
        if (beginning != null && !begins(content, beginning))
            throw refused("“%s” is not what its name says.".formatted(name));
        List<Attached> before = store.of(business, goesWith);
        if (before.size() >= MOST) throw refused("%d files go with it already.".formatted(MOST));
        if (before.stream().anyMatch(a -> a.name().equals(name)))
            throw refused("A file “%s” goes with it already.".formatted(name));
        store.insert(business, goesWith, new Attached(Ids.next(), name, TYPES.get(ending), content.length), content);
        audit.record(business, "attached a file", name);
    }

    /**
     * Takes a file off.
     *
     * @throws NotHere if it goes with something else
     */
    @Transactional
    public void remove(BusinessId business, GoesWith goesWith, UUID id) {
        if (store.delete(business, goesWith, id) == 0) throw new NotHere();
    }

    /** Forgets the files of a draft that is deleted. */
    @Transactional
    public void removeAll(BusinessId business, GoesWith goesWith) {
        store.delete(business, goesWith, null);
    }

    /** The last part of a path, in composed letters. */
    private static String name(String typed) {
        String composed = Normalizer.normalize(typed == null ? "" : typed, Normalizer.Form.NFC);
        String last = composed.substring(Math.max(composed.lastIndexOf('/'), composed.lastIndexOf('\\')) + 1)
                .strip();
        boolean sane = !last.isEmpty()
                && last.length() <= LONGEST_NAME
                && last.codePoints()
                        .noneMatch(c -> Character.isISOControl(c) || Character.getType(c) == Character.FORMAT);
        if (!sane) throw refused("The file has no name that can be kept.");
        return last;
    }

    /** One ending that is taken, and none before it that hides what it is. */
    private static String ending(String name) {
        String[] parts = name.toLowerCase(Locale.ROOT).split("\\.");
        String ending = parts.length < 2 ? "" : parts[parts.length - 1];
        if (!TYPES.containsKey(ending))
            throw refused(
                    "“%s” is of a kind that is not sent. PDF, pictures, texts and spreadsheets are.".formatted(name));
        for (int i = 1; i < parts.length - 1; i++)
            if (parts[i].matches("[a-z][a-z0-9]{1,4}"))
                throw refused("“%s” has two endings, as files have that hide what they are.".formatted(name));
        return ending;
    }

    private static boolean begins(byte[] content, byte[] beginning) {
        if (content.length < beginning.length) return false;
        for (int i = 0; i < beginning.length; i++) if (content[i] != beginning[i]) return false;
        return true;
    }

    private static Refusal refused(String why) {
        return new Refusal("attachment.refused", why + " Nothing was attached; the rest stands as it was.").at("file");
    }
}
