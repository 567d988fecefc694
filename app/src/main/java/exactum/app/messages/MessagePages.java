package exactum.app.messages;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.FindCustomers;
import exactum.app.database.Slice;
import exactum.app.web.NotHere;
import exactum.app.web.Pager;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MessageId;
import java.util.Arrays;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Messages: what was sent, what waits, what is held, and freeing what is held. */
@Controller
class MessagePages {
    private final FindMessages messages;
    private final Outbox outbox;
    private final FindCustomers customers;

    MessagePages(FindMessages messages, Outbox outbox, FindCustomers customers) {
        this.messages = messages;
        this.outbox = outbox;
        this.customers = customers;
    }

    @GetMapping("/messages")
    String list(
            BusinessId business,
            @RequestParam(defaultValue = "") String state,
            @RequestParam(defaultValue = "1") int from,
            Model model) {
        MessageState wanted = Arrays.stream(MessageState.values())
                .filter(s -> s.words().equals(state))
                .findFirst()
                .orElse(null);
        Slice slice = Slice.page(from);
        List<FindMessages.Listed> shown = messages.inState(business, wanted, slice);
        model.addAttribute("messages", shown);
        model.addAttribute("pager", Pager.of(slice, shown.size(), messages.count(business, wanted)));
        model.addAttribute("state", state);
        return "messages/list";
    }

    @GetMapping("/messages/{id}")
    String one(BusinessId business, @PathVariable MessageId id, Model model) {
        model.addAttribute("listed", messages.find(business, id).orElseThrow(NotHere::new));
        return "messages/one";
    }

    /** The rehearsal of freeing a customer's held messages. */
    @GetMapping("/messages/held/{customer}")
    String held(BusinessId business, @PathVariable CustomerId customer, Model model) {
        model.addAttribute("customer", customers.find(business, customer).orElseThrow(NotHere::new));
        model.addAttribute("messages", messages.heldOf(business, customer));
        return "messages/held";
    }

    @PostMapping("/messages/held/{customer}/send")
    @Needs(Power.MESSAGES)
    String release(BusinessId business, @PathVariable CustomerId customer) {
        outbox.release(business, customer);
        return "redirect:/messages/held/" + customer;
    }

    @PostMapping("/messages/{id}/posted")
    @Needs(Power.MESSAGES)
    String posted(BusinessId business, @PathVariable MessageId id) {
        FindMessages.Listed listed = messages.find(business, id).orElseThrow(NotHere::new);
        outbox.markPosted(business, id, listed.numbers());
        return "redirect:/messages/" + id;
    }

    @PostMapping("/messages/{id}/retry")
    @Needs(Power.MESSAGES)
    String retry(BusinessId business, @PathVariable MessageId id) {
        messages.find(business, id).orElseThrow(NotHere::new);
        outbox.retry(business, id);
        return "redirect:/messages/" + id;
    }
}
