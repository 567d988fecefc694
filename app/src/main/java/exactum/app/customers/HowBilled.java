package exactum.app.customers;

import exactum.core.document.TaxTreatment;
import exactum.core.ids.TermsId;
import exactum.core.precedence.Holding;
import java.util.UUID;
import java.util.function.Function;

/**
 * How a customer is billed: of each point what their own page says, else their group, else everybody's.
 *
 * @param terms of new documents and arrangements; a null value while there are no terms at all
 */
public record HowBilled(
        Holding<Language> language,
        Holding<TermsId> terms,
        Holding<Tax> tax,
        Holding<Delivery> delivery,
        Holding<PaysBy> paysBy,
        Holding<UUID> layout) {

    /** How what is sold is taxed, and the reason that is printed if it is not the usual one. */
    public record Tax(TaxTreatment treatment, String reason) {
        static final Tax DOMESTIC = new Tax(TaxTreatment.DOMESTIC, "");

        /** In words, with the reason. */
        String words() {
            return reason.isEmpty() ? treatment.words() : treatment.words() + ": " + reason;
        }
    }

    /**
     * What one of them says; null where it says nothing.
     *
     * @param revision raised by each change; zero where nothing was ever said
     */
    public record Said(
            Language language, TermsId terms, Tax tax, Delivery delivery, PaysBy paysBy, UUID layout, int revision) {
        static final Said NOTHING = new Said(null, null, null, null, null, null, 0);

        /** Whether it says anything. */
        boolean isNothing() {
            return language == null
                    && terms == null
                    && tax == null
                    && delivery == null
                    && paysBy == null
                    && layout == null;
        }

        /** The same as of another revision. */
        Said at(int other) {
            return new Said(language, terms, tax, delivery, paysBy, layout, other);
        }
    }

    /** What holds, from what each of them says; everybody's terms and layout are those that are chosen in the set-up. */
    static HowBilled of(Said customer, Said group, Said everybody, TermsId chosenTerms, UUID chosenLayout) {
        var all = new Layers(customer, group, everybody);
        return new HowBilled(
                all.hold(Said::language, Language.ENGLISH),
                Holding.of(customer.terms(), group.terms(), chosenTerms),
                all.hold(Said::tax, Tax.DOMESTIC),
                all.hold(Said::delivery, Delivery.PDF),
                all.hold(Said::paysBy, PaysBy.EITHER),
                Holding.of(customer.layout(), group.layout(), chosenLayout));
    }

    private record Layers(Said customer, Said group, Said everybody) {
        <T> Holding<T> hold(Function<Said, T> point, T otherwise) {
            T forAll = point.apply(everybody);
            return Holding.of(point.apply(customer), point.apply(group), forAll == null ? otherwise : forAll);
        }
    }
}
