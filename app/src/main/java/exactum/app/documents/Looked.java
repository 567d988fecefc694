package exactum.app.documents;

import exactum.app.settlement.FindClaims;
import exactum.core.document.DocumentKind;
import exactum.core.document.DocumentState;
import exactum.core.money.Money;
import exactum.core.settlement.Claim;
import exactum.core.terms.Instalment;
import java.util.List;
import java.util.stream.IntStream;

/**
 * A document as it is looked at: on its PDF, in its message, on the payer's page. A draft is looked at as it would be, with no
 * number and no address.
 *
 * @param parts when what is to be paid; those of a quote as if it were accepted on its own date
 * @param address of the payer's page, or empty
 * @param credited the number of the document that a credit note takes back, or empty
 */
public record Looked(Document document, List<FindClaims.Part> parts, String address, String credited) {

    /** The same of another state of its document. */
    Looked as(Document other) {
        return new Looked(other, parts, address, credited);
    }

    Looked withoutAddress() {
        return new Looked(document, parts, "", credited);
    }

    /** A draft as it would be. */
    static Looked of(Prepared p, String credited) {
        Draft d = p.draft();
        var document = new Document(
                p.id(),
                d.kind(),
                DocumentState.DRAFT,
                "",
                d.customer(),
                d.date(),
                d.content().period(),
                new Document.Parties(p.seller(), p.buyer()),
                p.manner(),
                new Document.Amounts(
                        d.content().mode(),
                        d.content().adjustments(),
                        p.totals().net(),
                        p.totals().tax(),
                        p.totals().gross(),
                        p.totals().gross().withMinor(0)),
                new Document.Texts(
                        p.terms().printed(),
                        d.content().wording().theirReference(),
                        d.content().wording().ourReference(),
                        d.content().wording().memo(),
                        d.content().wording().footer()),
                p.terms().rule(),
                d.origin(),
                d.particulars(),
                IntStream.range(0, p.lines().size())
                        .mapToObj(i -> new Document.IssuedLine(
                                p.lines().get(i).line(),
                                p.lines().get(i).rate(),
                                p.totals().amounts().get(i),
                                p.totals().nets().get(i)))
                        .toList(),
                p.totals().taxGroups().stream()
                        .map(g -> new Document.Tax(g.rate(), g.base(), g.tax()))
                        .toList());
        List<FindClaims.Part> parts = d.kind() == DocumentKind.QUOTE
                        && p.terms().schedule() != null
                ? p.terms().schedule().instalments().stream().map(Looked::part).toList()
                : p.claims().stream().map(Looked::part).toList();
        return new Looked(document, parts, "", credited);
    }

    private static FindClaims.Part part(Claim c) {
        return new FindClaims.Part(
                c.id(), c.seq(), c.due(), c.amount().amount(), c.left().amount(), c.closed(), c.early(), c.said());
    }

    /** A part of a quote, which nobody owes yet. */
    static FindClaims.Part part(Instalment i) {
        Money nothing = i.amount().withMinor(0);
        return new FindClaims.Part(
                null,
                i.seq(),
                i.due(),
                i.amount(),
                i.amount(),
                nothing,
                i.early(),
                new Claim.Said(i.description(), i.method(), i.expected(), 0));
    }
}
