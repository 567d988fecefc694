package exactum.app.cards;

import exactum.app.documents.Document;
import exactum.app.documents.FindDocuments;
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
    private final FindDocuments documents;

    LineDetail(FindDocuments documents) {
        this.documents = documents;
    }

    /** Of a collection that pays one document in full; none for any other. */
    List<ProcessorPort.Line> of(Collection collection) {
        return ofAll(collection.business(), List.of(collection)).getOrDefault(collection.id(), List.of());
    }

    /** The same of several; those that have none are not there. */
    Map<CollectionId, List<ProcessorPort.Line>> ofAll(BusinessId business, List<Collection> all) {
        Map<DocumentId, Document> paid = new HashMap<>();
        documents
                .all(
                        business,
                        all.stream()
                                .map(Collection::document)
                                .filter(Objects::nonNull)
                                .distinct()
                                .toList())
                .forEach(d -> paid.put(d.id(), d));
        Map<CollectionId, List<ProcessorPort.Line>> found = new HashMap<>();
        for (Collection c : all) {
            Document document = paid.get(c.document());
            if (document == null || !document.gross().equals(c.amount())) continue;
            List<ProcessorPort.Line> lines = of(document);
            if (total(c.amount(), lines).equals(c.amount())) found.put(c.id(), lines);
        }
        return found;
    }

    private static Money total(Money like, List<ProcessorPort.Line> lines) {
        return lines.stream().map(l -> l.net().plus(l.tax())).reduce(like.withMinor(0), Money::plus);
    }

    static List<ProcessorPort.Line> of(Document document) {
        var lines = new ArrayList<ProcessorPort.Line>();
        for (Document.Tax tax : document.taxes()) lines.addAll(of(document, tax));
        return lines;
    }

    private static List<ProcessorPort.Line> of(Document document, Document.Tax tax) {
        List<Document.IssuedLine> taxed = document.lines().stream()
                .filter(l -> !l.line().isText())
                .filter(l -> l.rate().code().equals(tax.rate().code())
                        && l.rate().percent().compareTo(tax.rate().percent()) == 0)
                .toList();
        var lines = new ArrayList<ProcessorPort.Line>();
        Money netSoFar = tax.base().withMinor(0);
        Money taxSoFar = netSoFar;
        for (Document.IssuedLine l : taxed) {
            netSoFar = netSoFar.plus(l.net());
            Money upTo = tax.base().isZero()
                    ? netSoFar.withMinor(0)
                    : tax.tax().share(netSoFar, tax.base(), Rounding.HALF_UP_PER_TAX_GROUP);
            lines.add(new ProcessorPort.Line(
                    cut(l.line().description()),
                    Texts.quantity(l.line().quantity()),
                    l.line().unit(),
                    l.net(),
                    upTo.minus(taxSoFar)));
            taxSoFar = upTo;
        }
        return lines;
    }

    private static String cut(String description) {
        return description.codePointCount(0, description.length()) <= LONGEST
                ? description
                : description.substring(0, description.offsetByCodePoints(0, LONGEST));
    }
}
