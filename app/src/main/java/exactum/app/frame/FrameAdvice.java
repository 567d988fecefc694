package exactum.app.frame;

import exactum.app.business.Business;
import exactum.app.business.BusinessAddress;
import exactum.app.business.FindBusinesses;
import exactum.app.business.Membership;
import exactum.app.business.Power;
import exactum.app.daysheet.Decisions;
import exactum.app.daysheet.Sheet;
import exactum.app.daysheet.Station;
import exactum.app.installation.BusinessClock;
import exactum.app.installation.PlayDays;
import exactum.app.security.SignedIn;
import exactum.app.security.Users;
import exactum.app.web.Texts;
import jakarta.servlet.http.HttpServletRequest;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Component;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;

/** Gives every page of a signed-in person its frame; of a business that they do not work for it shows nothing. */
@ControllerAdvice
@Component
class FrameAdvice {
    private static final String DAY = "/day";
    private final Decisions decisions;
    private final FindBusinesses businesses;
    private final BusinessClock clock;
    private final PlayDays play;
    private final Users users;

    FrameAdvice(Decisions decisions, FindBusinesses businesses, BusinessClock clock, PlayDays play, Users users) {
        this.decisions = decisions;
        this.businesses = businesses;
        this.clock = clock;
        this.play = play;
        this.users = users;
    }

    @ModelAttribute("frame")
    Frame frame(HttpServletRequest request, @AuthenticationPrincipal SignedIn user) {
        if (user == null || request.getRequestURI().startsWith("/pay/")) return null;
        Business business = BusinessAddress.of(request)
                .filter(b -> Membership.of(request).isPresent())
                .orElse(null);
        boolean part =
                "true".equals(request.getHeader("HX-Request")) && !"true".equals(request.getHeader("HX-Boosted"));
        Frame.Person person = person(request, user, part);
        if (part) return new Frame(place(business), List.of(), List.of(), List.of(), null, "", person);
        List<Frame.Place> others = businesses.of(user.login()).stream()
                .filter(b -> business == null || !b.id().equals(business.id()))
                .map(FrameAdvice::place)
                .toList();
        if (business == null)
            return new Frame(null, others, List.of(), List.of(), null, request.getRequestURI(), person);
        String path = BusinessAddress.within(request);
        Places.Place here = Places.of(path);
        return new Frame(
                place(business),
                others,
                stations(waiting(request, business, user, path), here),
                Places.at(here.station()).stream()
                        .map(p -> new Frame.Side(p.name(), p.path(), p.equals(here)))
                        .toList(),
                today(business, person),
                path,
                person);
    }

    private static Frame.Place place(Business b) {
        return b == null
                ? null
                : new Frame.Place(b.code(), b.name(), b.currency().getCurrencyCode());
    }

    private Frame.Person person(HttpServletRequest request, SignedIn user, boolean part) {
        Set<Power> powers = EnumSet.noneOf(Power.class);
        Membership.of(request)
                .ifPresent(m -> Arrays.stream(Power.values()).filter(m::may).forEach(powers::add));
        return new Frame.Person(
                user.login(), user.initials(), user.name(), powers, part || users.singleKeys(user.login()));
    }

    /** What waits at each station; the day sheet itself is worked out once, for here and for its page. */
    private Map<Station, Integer> waiting(HttpServletRequest request, Business business, SignedIn user, String path) {
        if (!path.equals(DAY)) return decisions.counts(business.id(), user.login());
        Sheet sheet = decisions.sheet(business.id(), user.login());
        request.setAttribute(Sheet.OF_REQUEST, sheet);
        return sheet.counts();
    }

    private static List<Frame.Station> stations(Map<Station, Integer> waiting, Places.Place here) {
        var stations = new ArrayList<Frame.Station>();
        for (Places.Place first : Places.stations()) {
            stations.add(new Frame.Station(
                    first.station().title(),
                    first.path(),
                    waiting.get(first.station()),
                    here.station() == first.station(),
                    stations.size() + 1));
        }
        return stations;
    }

    private Frame.Today today(Business business, Frame.Person person) {
        LocalDate today = clock.today(business.id());
        var journey = play.journey();
        return new Frame.Today(
                Texts.weekday(today),
                today,
                clock.isTest() && person.powers().contains(Power.DATE),
                journey.filter(j -> j.problem() == null)
                        .map(j -> Texts.shortDay(j.until()))
                        .orElse(null),
                journey.map(PlayDays.Journey::problem).orElse(null));
    }
}
