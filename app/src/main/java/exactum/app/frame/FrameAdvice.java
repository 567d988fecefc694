package exactum.app.frame;

import exactum.app.clock.BusinessClock;
import exactum.app.clock.PlayDays;
import exactum.app.daysheet.Decisions;
import exactum.app.security.SignedIn;
import exactum.app.security.Users;
import exactum.app.text.Texts;
import jakarta.servlet.http.HttpServletRequest;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Component;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;

/** Gives every page of a signed-in person its frame. */
@ControllerAdvice
@Component
class FrameAdvice {
    private record Place(String station, String name, String path) {}

    private static final List<Place> PLACES = List.of(
            new Place("", "Day sheet", "/"),
            new Place("Agree", "Customers", "/customers"),
            new Place("Agree", "Recurring invoices", "/recurring"),
            new Place("Agree", "Set-up", "/setup"),
            new Place("Bill", "Invoices", "/invoices"),
            new Place("Bill", "Billing runs", "/billing-runs"),
            new Place("Bill", "Messages", "/messages"),
            new Place("Collect", "Card payments", "/card-payments"),
            new Place("Collect", "Notices", "/notices"),
            new Place("Bank", "Statements", "/statements"),
            new Place("Bank", "Payouts", "/payouts"),
            new Place("Bank", "Without a home", "/without-a-home"),
            new Place("Bank", "Tie-out", "/tie-out"),
            new Place("Books", "Balances", "/ledger"),
            new Place("Books", "Entries", "/ledger/entries"),
            new Place("Books", "Audit", "/audit"));
    private static final List<String> STATIONS = List.of("Agree", "Bill", "Collect", "Bank", "Books");
    private static final Map<String, String> UNDER =
            Map.of("/bank-lines", "/statements", "/receipts", "/card-payments");
    private final Decisions decisions;
    private final BusinessClock clock;
    private final PlayDays play;
    private final Users users;

    FrameAdvice(Decisions decisions, BusinessClock clock, PlayDays play, Users users) {
        this.decisions = decisions;
        this.clock = clock;
        this.play = play;
        this.users = users;
    }

    @ModelAttribute("frame")
    Frame frame(HttpServletRequest request, @AuthenticationPrincipal SignedIn user) {
        if (user == null || request.getRequestURI().startsWith("/pay/")) return null;
        if ("true".equals(request.getHeader("HX-Request")) && !"true".equals(request.getHeader("HX-Boosted"))) {
            return new Frame(List.of(), List.of(), "", null, false, null, null, "", "", "", user.mayWrite(), true);
        }
        Place here = here(request.getRequestURI());
        Map<String, Integer> waiting = decisions.counts();
        var stations = new ArrayList<Frame.Station>();
        for (int i = 0; i < STATIONS.size(); i++) {
            String station = STATIONS.get(i);
            String first = PLACES.stream()
                    .filter(p -> p.station().equals(station))
                    .findFirst()
                    .orElseThrow()
                    .path();
            stations.add(new Frame.Station(
                    station, first, waiting.get(station), here.station().equals(station), i + 1));
        }
        var siding = PLACES.stream()
                .filter(p -> p.station().equals(here.station()))
                .map(p -> new Frame.Side(p.name(), p.path(), p.equals(here)))
                .toList();
        LocalDate today = clock.today();
        var journey = play.journey();
        return new Frame(
                stations,
                siding,
                Texts.weekday(today),
                today,
                clock.isPractice() && user.mayWrite(),
                journey.filter(j -> j.problem() == null)
                        .map(j -> Texts.shortDay(j.until()))
                        .orElse(null),
                journey.map(PlayDays.Journey::problem).orElse(null),
                request.getRequestURI(),
                user.initials(),
                user.name(),
                user.mayWrite(),
                users.singleKeys(user.login()));
    }

    private static Place here(String uri) {
        String path = UNDER.entrySet().stream()
                .filter(e -> uri.startsWith(e.getKey()))
                .map(Map.Entry::getValue)
                .findFirst()
                .orElse(uri);
        return PLACES.stream()
                .filter(p -> path.equals(p.path()) || !p.path().equals("/") && path.startsWith(p.path() + "/"))
                .max(java.util.Comparator.comparingInt(p -> p.path().length()))
                .orElse(PLACES.getFirst());
    }
}
