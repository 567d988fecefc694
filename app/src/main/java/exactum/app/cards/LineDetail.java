package exactum.app.cards;

import exactum.app.documents.FindTaxedLines;
import exactum.app.documents.TaxedLines;
import exactum.app.web.Texts;
import exactum.core.card.ProcessorPort;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CollectionId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.money.Rounding;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.stereotype.Component;

/**
 * The lines of a document as a business card's statement names them (level 3 data, common practice): description of at most 26
 * characters, quantity, net and tax. The tax of a rate is shared over its lines, so that all lines add up to the gross amount; what would not add up is left out.
 */
@Component
class LineDetail {
    private static final int LONGEST = 26;
    private final FindTaxedLines billed;

    LineDetail(FindTaxedLines billed) {
        this.billed = billed;
    }

    /** Of a collection that pays one document in full; none for any other. */
    List<ProcessorPort.Line> of(Collection collection) {
        return ofAll(collection.business(), List.of(collection)).getOrDefault(collection.id(), List.of());
    }

    /** The same of several; those that have none are not there. */
    Map<CollectionId, List<ProcessorPort.Line>> ofAll(BusinessId business, List<Collection> all) {
        Map<DocumentId, TaxedLines> paid = billed.of(
                business,
                all.stream()
                        .map(Collection::document)
                        .filter(Objects::nonNull)
                        .distinct()
                        .toList());
        Map<CollectionId, List<ProcessorPort.Line>> found = new HashMap<>();
        for (Collection c : all) {
            TaxedLines document = c.document() == null ? null : paid.get(c.document());
            if (document == null || !document.gross().equals(c.amount())) continue;
            List<ProcessorPort.Line> lines = of(document);
            if (total(c.amount(), lines).equals(c.amount())) found.put(c.id(), lines);
        }
        return found;
    }

    private static Money total(Money like, List<ProcessorPort.Line> lines) {
        return lines.stream().map(l -> l.net().plus(l.tax())).reduce(like.withMinor(0), Money::plus);
    }

    private static List<ProcessorPort.Line> of(TaxedLines document) {
        var lines = new ArrayList<ProcessorPort.Line>();
        for (TaxedLines.Tax tax : document.taxes()) {
            Money netSoFar = tax.base().withMinor(0);
            Money taxSoFar = netSoFar;
            for (TaxedLines.Taxed l : document.lines()) {
                if (!l.rate().equals(tax.rate())) continue;
                netSoFar = netSoFar.plus(l.net());
                Money upTo = tax.base().isZero()
                        ? netSoFar.withMinor(0)
                        : tax.tax().share(netSoFar, tax.base(), Rounding.HALF_UP_PER_TAX_GROUP);
                lines.add(new ProcessorPort.Line(
                        cut(l.description()), Texts.quantity(l.quantity()), l.unit(), l.net(), upTo.minus(taxSoFar)));
                taxSoFar = upTo;
            }
        }
        return lines;
    }

    private static String cut(String description) {
        return description.codePointCount(0, description.length()) <= LONGEST
                ? description
                : description.substring(0, description.offsetByCodePoints(0, LONGEST));
    }
}
