package exactum.app.arrears;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Disputes that wait to be ended, and promises whose day is past. */
@Configuration
class ArrearsDecisions {
    static final String DISPUTED = "dispute/";
    static final String PROMISED = "promise/";

    @Bean
    DecisionSource disputeDecisions(ArrearsStore store) {
        return new Source(DISPUTED) {
            @Override
            public int count(BusinessId business, Wanted wanted) {
                return store.countDisputed(business, wanted);
            }

            @Override
            List<ArrearsStore.Waiting> rows(BusinessId business, Wanted wanted) {
                return store.disputed(business, wanted);
            }

            @Override
            String words(ArrearsStore.Waiting w) {
                return w.number() + " is disputed: " + w.words();
            }
        };
    }

    @Bean
    DecisionSource promiseDecisions(ArrearsStore store) {
        return new Source(PROMISED) {
            @Override
            public int count(BusinessId business, Wanted wanted) {
                return store.countBroken(business, wanted);
            }

            @Override
            List<ArrearsStore.Waiting> rows(BusinessId business, Wanted wanted) {
                return store.broken(business, wanted);
            }

            @Override
            String words(ArrearsStore.Waiting w) {
                return w.number() + " was promised by then, and is open";
            }
        };
    }

    /** What both have in common. */
    private abstract static class Source implements DecisionSource {
        private final String key;

        Source(String key) {
            this.key = key;
        }

        abstract List<ArrearsStore.Waiting> rows(BusinessId business, Wanted wanted);

        abstract String words(ArrearsStore.Waiting w);

        @Override
        public Station station() {
            return Station.COLLECT;
        }

        @Override
        public String prefix() {
            return key;
        }

        @Override
        public Found find(BusinessId business, Wanted wanted) {
            var shown = rows(business, wanted).stream()
                    .map(w -> Decision.of(
                            key + w.id(),
                            Station.COLLECT,
                            "overdue",
                            words(w),
                            w.customer(),
                            w.since(),
                            w.amount(),
                            "/invoices/" + w.number(),
                            Decision.Step.open("Open", "/invoices/" + w.number())))
                    .toList();
            return new Found(shown, count(business, wanted), Found.all(shown).sums(), "/invoices?standing=OVERDUE");
        }
    }
}
