package exactum.app.arrears;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.daysheet.ManyDecisions;
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
        return new Source(DISPUTED, "disputes") {
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
        return new Source(PROMISED, "promises that were not kept") {
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
    private abstract static class Source extends ManyDecisions {
        private final String key;

        Source(String key, String title) {
            super(Station.COLLECT, key, title, "/invoices?standing=OVERDUE");
            this.key = key;
        }

        abstract List<ArrearsStore.Waiting> rows(BusinessId business, Wanted wanted);

        abstract String words(ArrearsStore.Waiting w);

        @Override
        protected List<Decision> shown(BusinessId business, Wanted wanted) {
            return rows(business, wanted).stream()
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
        }
    }
}
