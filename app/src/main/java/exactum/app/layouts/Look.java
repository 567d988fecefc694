package exactum.app.layouts;

import java.util.List;
import java.util.Map;

/**
 * One edition of how papers of a layout look.
 *
 * @param brand what differs from the brand of the business
 * @param blocks in their order; those that are left out are not among them
 * @param texts of one's own by the code of their language; a text that is empty is ours
 * @param linkCode whether the payment link is printed as a QR code too
 * @param transferCode whether a transfer in euro is printed as a code for banking apps (EPC069-12)
 */
public record Look(Brand brand, List<Block> blocks, Map<String, Texts> texts, boolean linkCode, boolean transferCode) {

    /** The one that a layout begins with. */
    public static final Look PLAIN = new Look(Brand.USUAL, Block.all(), Map.of(), true, true);

    public Look {
        blocks = List.copyOf(blocks);
        texts = Map.copyOf(texts);
    }

    /** Colours as {@code #1a5a7a}, a typeface, and the digest of a logo; null for that of the business. */
    public record Brand(String colour, String accent, String typeface, String logo) {
        /** As the business has it. */
        public static final Brand USUAL = new Brand(null, null, null, null);
    }

    /**
     * Texts in one language, with placeholders; empty for ours.
     *
     * @param opening above the lines
     * @param closing below how to pay
     * @param subjectLine of the message that brings a document
     * @param message what that message says, without how to pay
     */
    public record Texts(String opening, String closing, String subjectLine, String message) {
        /** Ours alone. */
        public static final Texts OURS = new Texts("", "", "", "");
    }

    /** The texts in a language. */
    public Texts texts(String language) {
        return texts.getOrDefault(language, Texts.OURS);
    }

    /** Whether it has a block. */
    public boolean has(Block block) {
        return blocks.contains(block);
    }

    /** The same with another logo; null for that of the business. */
    public Look withLogo(String digest) {
        return new Look(
                new Brand(brand.colour(), brand.accent(), brand.typeface(), digest),
                blocks,
                texts,
                linkCode,
                transferCode);
    }
}
