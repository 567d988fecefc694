package exactum.app.messages;

import exactum.app.business.Power;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.daysheet.ManyDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.money.Money;
import java.util.List;
import java.util.function.Function;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Messages that are held because there is no address, and those that could not be delivered. */
@Configuration
class MessageDecisions {
    static final String HELD = "held-messages/";
    static final String FAILED = "failed-message/";
    static final String LOST = "lost-message/";
    static final String POST = "to-post/";

    @Bean
    DecisionSource heldMessages(MessageDecisionStore store) {
        return new ManyDecisions(Station.AGREE, HELD, "messages without an address", "/messages?state=held") {
            @Override
            public int count(BusinessId business, Wanted wanted) {
                return store.customersHeld(business, wanted);
            }

            @Override
            protected List<Decision> shown(BusinessId business, Wanted wanted) {
                return store.held(business, wanted).stream()
                        .map(MessageDecisions::held)
                        .toList();
            }

            @Override
            protected List<Money> sums(BusinessId business, Wanted wanted, List<Decision> shown) {
                return store.heldSums(business, wanted);
            }
        };
    }

    @Bean
    DecisionSource failedMessages(MessageDecisionStore store, FindMessages messages) {
        return ofState(
                FAILED,
                "messages that could not be delivered",
                MessageState.FAILED,
                store,
                messages,
                MessageDecisions::failed);
    }

    @Bean
    DecisionSource lostMessages(FindMessages messages) {
        return new ManyDecisions(Station.BILL, LOST, "messages that did not arrive", "/messages?state=not+arrived") {
            @Override
            public int count(BusinessId business, Wanted wanted) {
                return messages.countLost(business, wanted, LOST);
            }

            @Override
            protected List<Decision> shown(BusinessId business, Wanted wanted) {
                return messages.lost(business, wanted, LOST).stream()
                        .map(MessageDecisions::lost)
                        .toList();
            }
        };
    }

    @Bean
    DecisionSource toPost(MessageDecisionStore store, FindMessages messages) {
        return ofState(POST, "messages to post", MessageState.TO_POST, store, messages, MessageDecisions::toPost);
    }

    /** A decision for each message in a state. */
    private static DecisionSource ofState(
            String prefix,
            String title,
            MessageState state,
            MessageDecisionStore store,
            FindMessages messages,
            Function<FindMessages.Listed, Decision> decision) {
        String all = "/messages?state=" + state.words().replace(' ', '+');
        return new ManyDecisions(Station.BILL, prefix, title, all) {
            @Override
            public int count(BusinessId business, Wanted wanted) {
                return store.count(business, state, wanted, prefix);
            }

            @Override
            protected List<Decision> shown(BusinessId business, Wanted wanted) {
                return messages.inState(business, state, wanted, prefix).stream()
                        .map(decision)
                        .toList();
            }
        };
    }

    private static Decision toPost(FindMessages.Listed m) {
        String page = "/messages/" + m.message().id();
        return Decision.of(
                POST + m.message().id(),
                Station.BILL,
                "draft",
                "%s goes on paper: print and post it".formatted(m.numbers()),
                m.customer(),
                m.message().sendOn(),
                m.amount(),
                page,
                Decision.Step.open("Open the PDF", page));
    }

    private static Decision held(MessageDecisionStore.Held h) {
        CustomerId customer = h.customer();
        String waits = Texts.count(h.messages(), "message waits", "messages wait");
        return Decision.of(
                HELD + customer,
                Station.AGREE,
                "draft",
                h.hasAddress() ? "There is an address now; " + waits + " to be sent" : "No e-mail address: " + waits,
                h.name(),
                h.since(),
                h.amount(),
                "/customers/" + customer,
                h.hasAddress()
                        ? Decision.Step.open("Rehearse sending", "/messages/held/" + customer)
                        : Decision.Step.open("Add address", "/customers/" + customer + "#email"));
    }

    private static Decision lost(FindMessages.Listed m) {
        Recipient lost = m.message().lost().getFirst();
        String about = m.numbers().isEmpty() ? m.message().kind().words() : m.numbers();
        String page = "/messages/" + m.message().id();
        return Decision.of(
                LOST + m.message().id(),
                Station.BILL,
                "back",
                "%s did not arrive at %s: %s".formatted(about, lost.address(), lost.said()),
                m.customer(),
                m.message().sendOn(),
                m.amount(),
                page,
                Decision.Step.open("Mend the address", page));
    }

    private static Decision failed(FindMessages.Listed m) {
        String page = "/messages/" + m.message().id();
        return Decision.of(
                FAILED + m.message().id(),
                Station.BILL,
                "back",
                "The message about %s could not be delivered: %s"
                        .formatted(m.numbers(), m.message().lastError()),
                m.customer(),
                m.message().sendOn(),
                m.amount(),
                page,
                Decision.Step.act("Try again", page + "/retry", Power.MESSAGES));
    }
}
