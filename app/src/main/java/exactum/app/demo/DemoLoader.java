package exactum.app.demo;

import exactum.app.bank.MatchCertain;
import exactum.app.business.FindBusinesses;
import exactum.app.installation.BusinessClock;
import exactum.app.installation.PlayDays;
import exactum.app.installation.Settings;
import exactum.app.jobs.DailyWork;
import exactum.app.jobs.StartOfTime;
import exactum.app.ledger.ProveBooks;
import exactum.app.messages.FindMessages;
import exactum.app.messages.SendMessages;
import exactum.core.ids.BusinessId;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/**
 * Loads the demo by living it: the real use cases and stand-ins, day by day, until the Monday on which it opens. A load that
 * was killed leaves no mark of completion, and the next start begins afresh.
 */
@Component
class DemoLoader {
    private static final String PASSWORD = "harbour-lights";
    private final Settings settings;
    private final ConfigurableApplicationContext context;
    private final FindBusinesses businesses;
    private final Colleagues colleagues;
    private final SetUpHarbour setUp;
    private final Payers payers;
    private final DollarOwner dollars;
    private final OpeningScene scene;
    private final PaperScene papers;
    private final PayerScene atPage;
    private final CardScene cards;
    private final MoneyBackScene moneyBack;
    private final LetterScene letters;
    private final Seasons seasons;
    private final DebitOwners debits;
    private final WaterRates water;
    private final MonthEndScene months;
    private final Street street;
    private final PlayDays play;
    private final PlayDays.DayEnd dayEnd;
    private final StartOfTime time;
    private final DailyWork daily;
    private final MatchCertain match;
    private final FindMessages messages;
    private final SendMessages send;
    private final ProveBooks prove;
    private final BusinessClock clock;

    DemoLoader(
            Settings settings,
            ConfigurableApplicationContext context,
            FindBusinesses businesses,
            Colleagues colleagues,
            SetUpHarbour setUp,
            Payers payers,
            DollarOwner dollars,
            OpeningScene scene,
            PaperScene papers,
            PayerScene atPage,
            CardScene cards,
            MoneyBackScene moneyBack,
            LetterScene letters,
            Seasons seasons,
            DebitOwners debits,
            WaterRates water,
            MonthEndScene months,
            Street street,
            PlayDays play,
            PlayDays.DayEnd dayEnd,
            StartOfTime time,
            DailyWork daily,
            MatchCertain match,
            FindMessages messages,
            SendMessages send,
            ProveBooks prove,
            BusinessClock clock) {
        this.settings = settings;
        this.context = context;
        this.businesses = businesses;
        this.colleagues = colleagues;
        this.setUp = setUp;
        this.payers = payers;
        this.dollars = dollars;
        this.scene = scene;
        this.papers = papers;
        this.atPage = atPage;
        this.cards = cards;
        this.moneyBack = moneyBack;
        this.letters = letters;
        this.seasons = seasons;
        this.debits = debits;
        this.water = water;
        this.months = months;
        this.street = street;
        this.play = play;
        this.dayEnd = dayEnd;
        this.time = time;
        this.daily = daily;
        this.match = match;
        this.messages = messages;
        this.send = send;
        this.prove = prove;
        this.clock = clock;
    }

    @Order(2)
    @EventListener(ApplicationReadyEvent.class)
    void load() throws IOException {
        if (!settings.demo()) return;
        if (businesses.all().isEmpty()) live();
        if (settings.demoLoadOnly()) {
            System.exit(SpringApplication.exit(context));
            return;
        }
        System.out.println("Exactum is ready: " + settings.publicAddress());
        System.out.println("  sign in as nora / harbour-lights (administrator of both businesses),");
        System.out.println("  otto (auditor of both, reads only), pia (administrator of Larkwater North Shore alone),");
        System.out.println(
                "  mara (billing), jonas (collections and reconciliation) or edda (approver), same password");
        System.out.println("  stand-ins: " + settings.standinsAddress() + "/processor · /bank · /mailbox");
    }

    private void live() throws IOException {
        long began = System.nanoTime();
        colleagues.arrive(PASSWORD);
        time.testFrom(DemoDays.FIRST);
        Map<BusinessId, Harbour> harbours = new LinkedHashMap<>();
        for (Harbour harbour : List.of(Larkwater.harbour(), NorthShore.harbour())) {
            BusinessId id = setUp.setUp(harbour, "nora");
            colleagues.work(id, harbour);
            setUp.agree(id, harbour);
            harbours.put(id, harbour);
        }
        daily.work(DemoDays.FIRST);
        for (LocalDate day = clock.testDate(); day.isBefore(DemoDays.OPENS.minusDays(1)); day = play.playDay())
            live(harbours, day);
        open(harbours);
        sendWhatWaits();
        prove.proveAll();
        Path mark = settings.home().resolve("demo.complete");
        Files.writeString(mark, "the demo was loaded whole\n");
        System.out.printf("  the demo was loaded in %d s%n", (System.nanoTime() - began) / 1_000_000_000);
    }

    private void live(Map<BusinessId, Harbour> harbours, LocalDate day) {
        if (day.getDayOfMonth() == 1) System.out.println("  living through " + day.getMonth() + " " + day.getYear());
        harbours.forEach((id, harbour) -> {
            if (!day.isAfter(DemoDays.LAST_WORKED)) match.matchAll(id);
            if (day.equals(DemoDays.ODD_FEE)) street.oddFee(harbour.currency(), "12.40", "Terminal rental");
            payers.payOn(id, harbour, day);
            dollars.on(id, harbour, day);
            scene.on(id, harbour, day);
            papers.on(id, harbour, day);
            atPage.on(id, harbour, day);
            cards.on(id, harbour, day);
            moneyBack.on(id, harbour, day);
            letters.on(id, harbour, day);
            seasons.on(id, harbour, day);
            debits.on(id, harbour, day);
            water.on(id, harbour, day);
            months.on(id, day);
        });
        sendWhatWaits();
    }

    private void sendWhatWaits() {
        while (messages.isAnyWaiting()) send.sendAll();
    }

    /** The weekend ends: what was reported is taken in, and nothing else is done yet. */
    private void open(Map<BusinessId, Harbour> harbours) {
        dayEnd.close(DemoDays.OPENS.minusDays(1));
        play.setDate(DemoDays.OPENS);
        harbours.keySet().forEach(daily::takeIn);
        harbours.forEach((id, harbour) -> colleagues.leaveWork(id, harbour, scene.largeInvoice(id, harbour)));
    }
}
