package exactum.app.documents;

import exactum.app.business.FindBusinesses;
import exactum.app.settlement.Claims;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.FindSchedules;
import exactum.app.settlement.Settled;
import exactum.app.web.Texts;
import exactum.core.calendar.Clearing;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.DocumentId;
import exactum.core.settlement.Signal;
import exactum.core.terms.Anchors;
import exactum.core.terms.Instalment;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Once the first part of a document is paid, the parts that are counted from that day get their own days. */
@Component
class CountFromDownPayment {
    private final FindDocuments documents;
    private final FindBusinesses businesses;
    private final FindClaims find;
    private final FindSchedules schedules;
    private final Claims claims;

    CountFromDownPayment(
            FindDocuments documents,
            FindBusinesses businesses,
            FindClaims find,
            FindSchedules schedules,
            Claims claims) {
        this.documents = documents;
        this.businesses = businesses;
        this.find = find;
        this.schedules = schedules;
        this.claims = claims;
    }

    @EventListener
    void settled(Settled what) {
        List<ClaimId> changed = what.signals().stream()
                .filter(s -> s instanceof Signal.OpenChanged)
                .map(s -> ((Signal.OpenChanged) s).claim())
                .toList();
        if (changed.isEmpty()) return;
        schedules.waitingFor(what.business(), changed).forEach(d -> count(what.business(), d));
    }

    private void count(BusinessId business, DocumentId id) {
        Document document = documents.get(business, id);
        LocalDate paid = schedules.paidOn(business, id);
        Map<Integer, Instalment> counted = document
                .rule()
                .schedule(
                        document.gross(),
                        Anchors.of(document.date(), document.period())
                                .accepted(document.particulars().acceptedOn())
                                .paid(paid),
                        Clearing.of(businesses.get(business).currency()).calendar())
                .instalments()
                .stream()
                .collect(Collectors.toMap(Instalment::seq, Function.identity()));
        List<Claims.NewPart> parts = find.parts(business, id).stream()
                .filter(p -> p.isOpen() && p.said().expected())
                .map(p -> new Claims.NewPart(
                        counted.get(p.seq()).due(),
                        p.left(),
                        p.early(),
                        p.said().description()))
                .toList();
        claims.reschedule(
                business,
                document.customer(),
                id,
                c -> c.said().expected(),
                parts,
                "counted from the first part, which was paid on " + Texts.day(paid),
                paid);
    }
}
