package exactum.app.documents;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.web.NotHere;
import exactum.core.document.DocumentKind;
import exactum.core.document.Line;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.Id;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Lets standing lines join documents: on a paper while it is typed, and what billing runs make. */
@Component
public class JoinStanding {
    private final StandingStore store;
    private final PaperSettings settings;
    private final FindBusinesses businesses;

    JoinStanding(StandingStore store, PaperSettings settings, FindBusinesses businesses) {
        this.store = store;
        this.settings = settings;
        this.businesses = businesses;
    }

    /** Those that serve a customer and join a kind of document on a day. */
    List<StandingLines> of(BusinessId business, CustomerId customer, DocumentKind kind, LocalDate day) {
        return store.of(business, List.of(customer)).getOrDefault(customer, List.of()).stream()
                .filter(s -> s.kinds().contains(kind) && s.holdsOn(day))
                .toList();
    }

    /**
     * Lets lines join a paper: those that join by themselves once the customer stands on it, and those that were pressed. What
     * joined before is not joined again for the same customer.
     */
    void join(BusinessId business, Map<String, String> paper, DocumentKind kind, LocalDate day) {
        String customer = paper.getOrDefault("customer", "");
        String pressed = paper.remove("standing");
        if (customer.isEmpty()) return;
        boolean here = customer.equals(paper.getOrDefault("standingOf", ""));
        paper.put("standingOf", customer);
        List<StandingLines> theirs = of(business, new CustomerId(Id.parse(customer)), kind, day);
        if (!here) theirs.stream().filter(StandingLines::joins).forEach(s -> append(paper, s));
        if (pressed == null || pressed.isBlank()) return;
        UUID id = Id.parse(pressed);
        append(paper, theirs.stream().filter(s -> s.id().equals(id)).findFirst().orElseThrow(NotHere::new));
    }

    private static void append(Map<String, String> paper, StandingLines s) {
        TypedLines.append(paper, new HashMap<>(s.fields()));
        if (s.terms() != null && paper.getOrDefault("terms", "").isBlank())
            paper.put("terms", s.terms().toString());
        if (s.method() != null) paper.put("paysBy", s.method().name());
    }

    /** A place to join standing lines to many drafts at; read once for all of them. */
    public Desk desk(BusinessId business, Collection<CustomerId> customers) {
        return new Desk(businesses.get(business), store.of(business, customers));
    }

    /** The standing lines of some customers. */
    public final class Desk {
        private final Business business;
        private final Map<CustomerId, List<StandingLines>> by;

        private Desk(Business business, Map<CustomerId, List<StandingLines>> by) {
            this.business = business;
            this.by = by;
        }

        /** The draft with the lines that join it by themselves, at the prices of its date. */
        public Draft join(Draft draft) {
            List<StandingLines> theirs = by.getOrDefault(draft.customer(), List.of()).stream()
                    .filter(s -> s.joins() && s.kinds().contains(draft.kind()) && s.holdsOn(draft.date()))
                    .toList();
            if (theirs.isEmpty()) return draft;
            List<Line> lines = Stream.concat(
                            draft.content().lines().stream(), theirs.stream().flatMap(s -> lines(s, draft).stream()))
                    .toList();
            return draft.with(lines);
        }

        private List<Line> lines(StandingLines s, Draft draft) {
            Map<String, String> fields = new LinkedHashMap<>(s.fields());
            fields.put("customer", draft.customer().toString());
            fields.put("date", draft.date().toString());
            TypedLines.fillFromItems(fields, settings.items(business.id(), fields), settings.sale(business, fields));
            return new DocumentForm(fields, settings.of(business, fields)).lines();
        }
    }
}
