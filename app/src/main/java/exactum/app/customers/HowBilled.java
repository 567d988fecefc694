package exactum.app.customers;

import exactum.app.web.Days;
import exactum.app.web.Figures;
import exactum.app.web.Habit;
import exactum.core.document.TaxTreatment;
import exactum.core.ids.TermsId;
import exactum.core.precedence.Holding;
import java.util.UUID;
import java.util.function.Function;

/**
 * How a customer is billed: of each point what their own page says, else their group, else everybody's.
 *
 * @param rhythm of reminders; a null value for that of the layout
 * @param terms of new documents and arrangements; a null value while there are no terms at all
 */
public record HowBilled(
        Holding<Language> language,
        Holding<TermsId> terms,
        Holding<Tax> tax,
        Holding<Delivery> delivery,
        Holding<PaysBy> paysBy,
        Holding<UUID> layout,
        Holding<UUID> rhythm,
        Holding<Figures> figures,
        Holding<Days> days) {

    /** How figures and dates are written for them. */
    public Habit habit() {
        return new Habit(language.value().locale(), figures.value(), days.value());
    }

    /** How what is sold is taxed, and the reason that is printed if it is not the usual one. */
    public record Tax(TaxTreatment treatment, String reason) {
        static final Tax DOMESTIC = new Tax(TaxTreatment.DOMESTIC, "");

        /** In words, with the reason. */
        String words() {
            return reason.isEmpty() ? treatment.words() : treatment.words() + ": " + reason;
        }
    }

    /** How figures and dates are written; null where nothing is said of one. */
    public record Written(Figures figures, Days days) {
        static final Written AS_EVER = new Written(null, null);
    }

    /**
     * What one of them says; null where it says nothing.
     *
     * @param revision raised by each change; zero where nothing was ever said
     */
    public record Said(
            Language language,
            TermsId terms,
            Tax tax,
            Delivery delivery,
            PaysBy paysBy,
            UUID layout,
            UUID rhythm,
            Written written,
            int revision) {
        static final Said NOTHING = new Said(null, null, null, null, null, null, 0);

        /** One that says nothing of reminders, and of how figures and dates are written. */
        public Said(
                Language language,
                TermsId terms,
                Tax tax,
                Delivery delivery,
                PaysBy paysBy,
                UUID layout,
                int revision) {
            this(language, terms, tax, delivery, paysBy, layout, null, Written.AS_EVER, revision);
        }

        /** Whether it says anything. */
        boolean isNothing() {
            return language == null
                    && terms == null
                    && tax == null
                    && delivery == null
                    && paysBy == null
                    && layout == null
                    && rhythm == null
                    && written.equals(Written.AS_EVER);
        }

        /** The same as of another revision. */
        Said at(int other) {
            return new Said(language, terms, tax, delivery, paysBy, layout, rhythm, written, other);
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
                Holding.of(customer.layout(), group.layout(), chosenLayout),
                Holding.of(customer.rhythm(), group.rhythm(), null),
                all.hold(s -> s.written().figures(), Figures.AS_LANGUAGE),
                all.hold(s -> s.written().days(), Days.AS_LANGUAGE));
    }

    private record Layers(Said customer, Said group, Said everybody) {
        <T> Holding<T> hold(Function<Said, T> point, T otherwise) {
            T forAll = point.apply(everybody);
            return Holding.of(point.apply(customer), point.apply(group), forAll == null ? otherwise : forAll);
        }
    }
}
