package exactum.app.messages;

import exactum.app.database.Slice;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.daysheet.Station;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import java.time.LocalDate;
import java.util.List;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Messages that are held because there is no address, and those that could not be delivered. */
@Configuration
class MessageDecisions {

    @Bean
    DecisionSource heldMessages(MessageDecisionStore store) {
        return new DecisionSource() {
            @Override
            public Station station() {
                return Station.AGREE;
            }

            @Override
            public int count(BusinessId business, LocalDate today) {
                return store.customersHeld(business);
            }

            @Override
            public Found find(BusinessId business, LocalDate today, int most) {
                List<Decision> held = store.held(business, most).stream()
                        .map(MessageDecisions::held)
                        .toList();
                return new Found(held, store.customersHeld(business), store.heldSums(business), "/messages?state=held");
            }
        };
    }

    @Bean
    DecisionSource failedMessages(MessageDecisionStore store, FindMessages messages) {
        return new DecisionSource() {
            @Override
            public Station station() {
                return Station.BILL;
            }

            @Override
            public int count(BusinessId business, LocalDate today) {
                return store.failed(business);
            }

            @Override
            public Found find(BusinessId business, LocalDate today, int most) {
                List<Decision> failed = messages.inState(business, MessageState.FAILED, Slice.first(most)).stream()
                        .map(MessageDecisions::failed)
                        .toList();
                return new Found(
                        failed, store.failed(business), Found.all(failed).sums(), "/messages?state=failed");
            }
        };
    }

    private static Decision held(MessageDecisionStore.Held h) {
        CustomerId customer = h.customer();
        String waits = Texts.count(h.messages(), "message waits", "messages wait");
        return Decision.of(
                "held-messages/" + customer,
                Station.AGREE,
                "draft",
                h.hasAddress() ? "There is an address now; " + waits + " to be sent" : "No e-mail address: " + waits,
                h.name(),
                h.since(),
                h.amount(),
                "/customers/" + customer,
                h.hasAddress()
                        ? new Decision.Step("Rehearse sending", "/messages/held/" + customer, false)
                        : new Decision.Step("Add address", "/customers/" + customer + "#email", false));
    }

    private static Decision failed(FindMessages.Listed m) {
        String page = "/messages/" + m.message().id();
        return Decision.of(
                "failed-message/" + m.message().id(),
                Station.BILL,
                "back",
                "The message about %s could not be delivered: %s"
                        .formatted(m.numbers(), m.message().lastError()),
                m.customer(),
                m.message().sendOn(),
                m.amount(),
                page,
                new Decision.Step("Try again", page + "/retry", true));
    }
}
