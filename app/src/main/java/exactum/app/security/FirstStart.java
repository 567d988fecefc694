package exactum.app.security;

import exactum.app.installation.Settings;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Prints the one-time address for the first user while there is none. */
@Component
class FirstStart {
    private final Users users;
    private final Settings settings;

    FirstStart(Users users, Settings settings) {
        this.users = users;
        this.settings = settings;
    }

    @EventListener(ApplicationReadyEvent.class)
    void printAddress() {
        if (settings.demo() || !users.isEmpty()) return;
        System.out.println("Make the first user here (works once, for a day): " + settings.publicAddress()
                + "/first-user/" + users.issueFirstUserTicket());
    }
}
