package exactum.app.messages;

import exactum.app.address.OwnAddress;
import exactum.app.customers.CustomerStore;
import exactum.app.frame.NotHere;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Messages: what was sent, what waits, what is held, and freeing what is held. */
@Controller
class MessagePages {
    private final Outbox outbox;
    private final CustomerStore customers;

    MessagePages(Outbox outbox, CustomerStore customers) {
        this.outbox = outbox;
        this.customers = customers;
    }

    @GetMapping("/messages")
    String list(@RequestParam(defaultValue = "") String state, Model model) {
        model.addAttribute("messages", outbox.inState(state, 300));
        model.addAttribute("state", state);
        return "messages/list";
    }

    @GetMapping("/messages/{id}")
    String one(@PathVariable UUID id, Model model) {
        model.addAttribute("listed", outbox.find(id).orElseThrow(NotHere::new));
        return "messages/one";
    }

    /** The rehearsal of freeing a customer's held messages. */
    @GetMapping("/messages/held/{customer}")
    String held(@PathVariable UUID customer, Model model) {
        model.addAttribute("customer", customers.find(customer).orElseThrow(NotHere::new));
        model.addAttribute("messages", outbox.heldOf(customer));
        return "messages/held";
    }

    @PostMapping("/messages/held/{customer}/send")
    String release(@PathVariable UUID customer) {
        outbox.release(customer);
        return "redirect:/messages/held/" + customer;
    }

    @PostMapping("/messages/{id}/retry")
    String retry(@PathVariable UUID id) {
        outbox.retry(id);
        return "redirect:/messages/" + id;
    }

    @PostMapping("/invoices/{id}/send-again")
    String sendAgain(@PathVariable UUID id, @RequestParam(defaultValue = "/messages") String back) {
        outbox.sendAgain(id);
        return OwnAddress.redirect(back, "/messages");
    }
}
