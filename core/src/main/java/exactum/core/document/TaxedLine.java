package exactum.core.document;

/**
 * A line with the rate of tax that its document's date gives it.
 *
 * @param line what is sold, or said
 * @param rate the rate; null for a line of text only
 */
public record TaxedLine(Line line, TaxRate rate) {
    public TaxedLine {
        if (line.isText() != (rate == null)) {
            throw new IllegalArgumentException("“%s” needs a rate if it is sold".formatted(line.description()));
        }
    }
}
