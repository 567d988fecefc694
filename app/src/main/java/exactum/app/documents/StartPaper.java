package exactum.app.documents;

import exactum.app.setup.FindSetup;
import exactum.app.setup.QuoteDefault;
import exactum.app.web.NotHere;
import exactum.core.document.Creditable;
import exactum.core.document.DocumentKind;
import exactum.core.ids.BusinessId;
import exactum.core.money.Decimals;
import exactum.core.typed.TypedAdjustments;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.stereotype.Component;

/** What a new paper begins with: the defaults of its kind, another document that it is like, or one that it takes back. */
@Component
class StartPaper {
    private final FindSetup setup;
    private final FindDocuments documents;
    private final CreditableStore creditables;

    StartPaper(FindSetup setup, FindDocuments documents, CreditableStore creditables) {
        this.setup = setup;
        this.documents = documents;
        this.creditables = creditables;
    }

    /** The defaults of a kind. */
    void begin(BusinessId business, DocumentKind kind, Map<String, String> fields) {
        fields.put("kind", kind.name());
        if (kind != DocumentKind.QUOTE) return;
        QuoteDefault usual = setup.quoteDefault(business);
        fields.put("expires", "+" + usual.days());
        if (usual.signed()) fields.put("signed", "on");
        if (usual.byItself()) fields.put("byItself", "on");
        fields.put("asks", usual.asks().toUpperCase(Locale.ROOT).replace(' ', '_'));
    }

    /** The lines, prices and texts of another document; dates and numbers are the new one's own. */
    void likeDocument(BusinessId business, String number, Map<String, String> fields) {
        Document d = documents.findByNumber(business, number).orElseThrow(NotHere::new);
        fields.put("customer", d.customer().toString());
        fields.put("standingOf", d.customer().toString());
        fields.put("currency", d.gross().currency().getCurrencyCode());
        fields.put("mode", d.amounts().mode().words());
        fields.put("reference", d.texts().theirReference());
        fields.put("memo", d.texts().memo());
        fields.put("footer", d.texts().footer());
        if (!d.amounts().adjustments().isEmpty())
            fields.put("adjust", TypedAdjustments.text(d.amounts().adjustments()));
        TypedLines.put(
                fields,
                d.lines().stream()
                        .map(l -> l.line().with(l.line().adjustments(), null))
                        .toList());
    }

    /** A quote that is to stand in place of another version, with what that one asks. */
    void replacing(BusinessId business, String number, Map<String, String> fields) {
        Document d = documents.findByNumber(business, number).orElseThrow(NotHere::new);
        Particulars.Offer offer = d.particulars().offer();
        if (offer == null) throw new NotHere();
        likeDocument(business, number, fields);
        fields.put("replaces", d.id().toString());
        fields.put("asks", offer.asks().name());
        if (offer.signed()) fields.put("signed", "on");
        else fields.remove("signed");
        if (offer.byItself()) fields.put("byItself", "on");
        else fields.remove("byItself");
        TypedParts.put(fields, d.rule());
    }

    /** The lines of a document that is taken back, each with all that is left of it. */
    void crediting(BusinessId business, String number, Map<String, String> fields) {
        Document d = documents.findByNumber(business, number).orElseThrow(NotHere::new);
        Creditable of = creditables.of(business, d.id());
        fields.put("kind", DocumentKind.CREDIT_NOTE.name());
        fields.put("customer", d.customer().toString());
        fields.put("standingOf", d.customer().toString());
        fields.put("currency", d.gross().currency().getCurrencyCode());
        fields.put("mode", d.amounts().mode().words());
        fields.put("reference", d.texts().theirReference());
        fields.put("credits", d.id().toString());
        List<Creditable.Part> lines = of.lines();
        TypedLines.put(fields, lines.stream().map(Creditable.Part::line).toList());
        for (int i = 0; i < lines.size(); i++) {
            fields.put("credits" + i, Integer.toString(i + 1));
            if (!lines.get(i).line().isText())
                fields.put("qty" + i, Decimals.plain(lines.get(i).left()));
        }
    }
}
