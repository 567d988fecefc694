package exactum.app.customers;

import exactum.app.setup.FindSetup;
import exactum.app.setup.KeptTerms;
import exactum.app.setup.Layout;
import exactum.app.web.Days;
import exactum.app.web.Figures;
import exactum.core.document.TaxTreatment;
import exactum.core.ids.BusinessId;
import exactum.core.ids.TermsId;
import exactum.core.precedence.Holding;
import exactum.core.precedence.Level;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import org.springframework.stereotype.Component;

/** How somebody is billed, point by point, with what can be chosen; everybody's terms and layout are chosen in the set-up. */
@Component
class BilledPoints {
    private final FindSetup setup;
    private final RhythmNames rhythms;

    BilledPoints(FindSetup setup, RhythmNames rhythms) {
        this.rhythms = rhythms;
        this.setup = setup;
    }

    /**
     * A page's part of it.
     *
     * @param action where its form is sent
     * @param reason the reason of the tax treatment that is said here; empty where none is
     * @param revision the revision of what is said here
     */
    record Form(String action, List<BilledPoint> points, String reason, int revision) {
        /** In one line: what holds, point by point. */
        public String summary() {
            return String.join(", ", points.stream().map(BilledPoint::holds).toList());
        }
    }

    Form of(BusinessId business, String action, HowBilled holds, HowBilled.Said said, BilledPoint.Seen seen) {
        Map<TermsId, String> terms = new LinkedHashMap<>();
        for (KeptTerms t : setup.terms(business)) terms.put(t.id(), t.name());
        Map<UUID, String> layouts = new LinkedHashMap<>();
        for (Layout l : setup.layouts(business)) layouts.put(l.id(), "%s (%s)".formatted(l.name(), l.channels()));
        var points = new ArrayList<BilledPoint>();
        points.add(point(
                "language", "Language", holds.language(), Language.values(), Language::code, Language::words, seen));
        if (seen.level() != Level.BUSINESS)
            points.add(BilledPoint.of(
                    "terms",
                    "Terms",
                    holds.terms(),
                    new BilledPoint.Choices<>(terms.keySet(), TermsId::toString, terms::get),
                    seen));
        points.add(tax(holds.tax(), seen));
        points.add(point(
                "delivery",
                "Documents arrive by",
                holds.delivery(),
                Delivery.values(),
                Delivery::code,
                Delivery::words,
                seen));
        points.add(point("paysBy", "Pays by", holds.paysBy(), PaysBy.values(), PaysBy::code, PaysBy::words, seen));
        if (seen.level() != Level.BUSINESS)
            points.add(BilledPoint.of(
                    "layout",
                    "Layout",
                    holds.layout(),
                    new BilledPoint.Choices<>(layouts.keySet(), UUID::toString, layouts::get),
                    seen));
        Map<UUID, String> known = rhythms.names(business);
        if (seen.level() != Level.BUSINESS && !known.isEmpty())
            points.add(BilledPoint.of(
                    "rhythm",
                    "Reminders",
                    holds.rhythm(),
                    new BilledPoint.Choices<>(known.keySet(), UUID::toString, known::get),
                    seen));
        points.add(point("figures", "Figures", holds.figures(), Figures.values(), Figures::code, Figures::words, seen));
        points.add(point("days", "Dates", holds.days(), Days.values(), Days::code, Days::words, seen));
        return new Form(action, points, said.tax() == null ? "" : said.tax().reason(), said.revision());
    }

    /** The treatment that is chosen keeps its reason; the others have none yet. */
    private static BilledPoint tax(Holding<HowBilled.Tax> tax, BilledPoint.Seen seen) {
        List<HowBilled.Tax> all = new ArrayList<>();
        for (TaxTreatment t : TaxTreatment.values())
            all.add(tax.value().treatment() == t ? tax.value() : new HowBilled.Tax(t, ""));
        return BilledPoint.of(
                "treatment",
                "Tax",
                tax,
                new BilledPoint.Choices<>(all, t -> t.treatment().words(), HowBilled.Tax::words),
                seen);
    }

    private static <T> BilledPoint point(
            String name,
            String label,
            Holding<T> holding,
            T[] all,
            Function<T, String> value,
            Function<T, String> words,
            BilledPoint.Seen seen) {
        return BilledPoint.of(name, label, holding, new BilledPoint.Choices<>(List.of(all), value, words), seen);
    }
}
