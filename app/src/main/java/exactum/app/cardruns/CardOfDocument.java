package exactum.app.cardruns;

import exactum.app.cards.CardOnFile;
import exactum.app.cards.FindCards;
import exactum.app.debits.FindDebits;
import exactum.app.documents.CollectsOver;
import exactum.app.documents.Document;
import exactum.app.documents.DocumentSection;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.FindClaims;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ProcessorId;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** On a document's page: which card on file is charged for it and when, or that none of them paid a cash sale. */
@Component
@Order(16)
class CardOfDocument implements DocumentSection, CollectsOver {
    private final FindClaims claims;
    private final FindCards cards;
    private final FindSetup setup;
    private final FindDebits debits;
    private final NextTryStore tries;
    private final CardSettingStore settings;
    private final BusinessClock clock;

    CardOfDocument(
            FindClaims claims,
            FindCards cards,
            FindSetup setup,
            FindDebits debits,
            NextTryStore tries,
            CardSettingStore settings,
            BusinessClock clock) {
        this.claims = claims;
        this.cards = cards;
        this.setup = setup;
        this.debits = debits;
        this.tries = tries;
        this.settings = settings;
        this.clock = clock;
    }

    /**
     * What is shown.
     *
     * @param card that is charged, or null where none of them paid a cash sale
     * @param on the day, or null where nothing is charged by itself
     * @param tried how often it was tried before
     */
    record Shown(CardOnFile card, LocalDate on, int tried) {}

    @Override
    public String template() {
        return "cardruns/of-document";
    }

    @Override
    public Optional<Object> of(BusinessId business, Document document) {
        if (!document.kind().isOwed()) return Optional.empty();
        List<FindClaims.Open> open = claims.openOf(business, document.id());
        if (open.isEmpty()) return Optional.empty();
        if (document.isOnFile() && !document.manner().collected()) return Optional.of(new Shown(null, null, 0));
        return card(business, document).map(c -> {
            FindClaims.Open next = open.getFirst();
            NextTryStore.Next planned = tries.next(business, next.claim());
            LocalDate today = clock.today(business);
            CardSettings how = settings.of(business);
            if (how.timer() == CardSettings.Timer.OFF && !document.isOnFile())
                return new Shown(c, null, planned.tries());
            LocalDate usual = how.moment() == CardSettings.Moment.DUE ? next.due() : today;
            LocalDate on = planned.notBefore() == null ? usual : planned.notBefore();
            return new Shown(c, on.isBefore(today) ? today : on, planned.tries());
        });
    }

    @Override
    public boolean collects(BusinessId business, Document document) {
        return card(business, document).isPresent();
    }

    private Optional<CardOnFile> card(BusinessId business, Document document) {
        if (!document.manner().collected()
                || !debits.expected(business, document.id()).isEmpty()) return Optional.empty();
        LocalDate today = clock.today(business);
        Set<ProcessorId> good = setup.processorsFor(business, document.gross().currency()).stream()
                .map(ProcessorAccount::id)
                .collect(Collectors.toSet());
        return cards.ofCustomer(business, document.customer()).stream()
                .filter(c -> c.isUsableOn(today) && good.contains(c.processor()))
                .findFirst();
    }
}
