package exactum.app.documents;

import exactum.app.customers.Language;
import exactum.app.layouts.Block;
import exactum.app.layouts.Look;
import exactum.app.layouts.Looks;
import exactum.app.web.TypedForm;
import exactum.core.problem.Refusal;
import exactum.core.text.TextKind;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** How a layout looks, as it is typed. */
final class LookForm {
    private static final List<String> TYPEFACES = List.of("book", "plain");

    private LookForm() {}

    /**
     * What the fields say; the logo stays as it is.
     *
     * @throws Refusal with everything that is wrong in them
     */
    static Look read(Map<String, String> fields, Look before) {
        Look look = TypedForm.read(fields, f -> look(f, before));
        Looks.requireGood(look);
        return look;
    }

    private static Look look(TypedForm f, Look before) {
        boolean own = f.has("ownBrand");
        Map<String, Look.Texts> texts = new HashMap<>();
        for (Language language : Language.values()) {
            var typed = new Look.Texts(
                    text(f, "opening", language),
                    text(f, "closing", language),
                    f.text("subject-" + language.code()),
                    text(f, "message", language));
            if (!typed.equals(Look.Texts.OURS)) texts.put(language.code(), typed);
        }
        String typeface = f.raw("brandTypeface").isEmpty() ? "" : f.oneOf("brandTypeface", "typeface", TYPEFACES);
        return new Look(
                new Look.Brand(
                        own ? f.colour("brandColour") : null,
                        own ? f.colour("brandAccent") : null,
                        typeface.isEmpty() ? null : typeface,
                        before.brand().logo()),
                blocks(f.raw("blocks")),
                texts,
                f.has("linkCode"),
                f.has("transferCode"));
    }

    private static String text(TypedForm f, String slot, Language language) {
        return f.text(slot + "-" + language.code(), TextKind.PARAGRAPHS);
    }

    private static List<Block> blocks(String codes) {
        var blocks = new ArrayList<Block>();
        for (String code : codes.split(","))
            blocks.add(Block.of(code)
                    .orElseThrow(() -> new Refusal(
                            "layout.block", "A block is not known. Nothing was saved. Load the page again.")));
        return blocks;
    }
}
