package exactum.app.layouts;

import exactum.app.audit.Audit;
import exactum.app.audit.Changes;
import exactum.app.setup.FindSetup;
import exactum.app.setup.Layout;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import exactum.core.text.Placeholders;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The looks of layouts. A change makes another edition; papers that are out keep the one that they were issued with. */
@Component
public class Looks {
    private final LookStore store;
    private final FindSetup setup;
    private final Audit audit;

    Looks(LookStore store, FindSetup setup, Audit audit) {
        this.store = store;
        this.setup = setup;
        this.audit = audit;
    }

    /** An edition of a layout; a plain one where it has none, or where there is no layout. */
    public Look of(BusinessId business, UUID layout, int edition) {
        return layout == null || edition == 0
                ? Look.PLAIN
                : store.find(business, layout, edition).orElse(Look.PLAIN);
    }

    /** How each layout looks now; plain where it is not among them. */
    public Map<UUID, Look> now(BusinessId business) {
        return store.newest(business);
    }

    /** The layout. */
    public Layout layout(BusinessId business, UUID id) {
        return setup.layouts(business).stream()
                .filter(l -> l.id().equals(id))
                .findFirst()
                .orElseThrow(NotHere::new);
    }

    /**
     * Makes a look the newest edition of a layout; the same again changes nothing.
     *
     * @param seen the edition that it was made from
     * @throws Refusal if a text uses a placeholder that stands for nothing, if a block that every paper needs is left out or one
     *     stands twice, or if somebody made another edition meanwhile
     */
    @Transactional
    public void change(BusinessId business, UUID id, int seen, Look look) {
        Layout layout = layout(business, id);
        requireGood(look);
        Look before = of(business, id, layout.edition());
        if (layout.edition() == seen && before.equals(look)) return;
        if (layout.edition() != seen || !store.add(business, id, seen, look))
            throw new Refusal(
                    "layout.changed",
                    "Somebody changed this layout meanwhile. Yours was not saved; it still stands here. Open the page again to compare.");
        audit.record(
                business,
                "changed how a layout looks",
                layout.name(),
                Changes.of()
                        .and("blocks", codes(before.blocks()), codes(look.blocks()))
                        .and("texts", said(before), said(look))
                        .and("brand", before.brand().toString(), look.brand().toString()));
    }

    private static String codes(List<Block> blocks) {
        return blocks.stream().map(Block::code).collect(Collectors.joining(", "));
    }

    private static String said(Look look) {
        return look.texts().entrySet().stream()
                .sorted(Map.Entry.comparingByKey())
                .filter(t -> !t.getValue().equals(Look.Texts.OURS))
                .map(t -> t.getKey() + ": " + String.join(" / ", of(t.getValue())))
                .collect(Collectors.joining("; "));
    }

    private static List<String> of(Look.Texts t) {
        return List.of(t.opening(), t.closing(), t.subjectLine(), t.message()).stream()
                .filter(text -> !text.isEmpty())
                .toList();
    }

    /** Refuses what no paper can be made with; the field that causes it is named. */
    public static void requireGood(Look look) {
        for (Block block : Block.values()) {
            if (block.isNeeded() && !look.has(block))
                throw new Refusal(
                        "layout.block", "No paper can do without “%s”. Nothing was saved.".formatted(block.title()));
        }
        if (look.blocks().stream().distinct().count() != look.blocks().size())
            throw new Refusal("layout.block", "A block stands there twice. Nothing was saved. Load the page again.");
        Collection<String> known = Places.meanings().keySet();
        look.texts().forEach((language, t) -> {
            check("opening-" + language, t.opening(), known);
            check("closing-" + language, t.closing(), known);
            check("subject-" + language, t.subjectLine(), known);
            check("message-" + language, t.message(), known);
        });
    }

    private static void check(String field, String text, Collection<String> known) {
        try {
            new Placeholders(text).requireAmong(known);
        } catch (Refusal unknown) {
            throw unknown.at(field);
        }
    }

    /** A picture of an edition; drawn when it is first asked for, and kept. */
    public byte[] picture(BusinessId business, Layout layout, String variant, Supplier<byte[]> drawn) {
        Optional<byte[]> kept = store.picture(business, layout.id(), layout.edition(), variant);
        if (kept.isPresent()) return kept.get();
        byte[] png = drawn.get();
        store.keepPicture(business, layout.id(), layout.edition(), variant, png);
        return png;
    }
}
