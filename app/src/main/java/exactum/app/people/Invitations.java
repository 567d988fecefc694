package exactum.app.people;

import exactum.app.audit.Audit;
import exactum.app.business.Membership;
import exactum.app.business.Memberships;
import exactum.app.business.Role;
import exactum.app.database.Ids;
import exactum.app.installation.Settings;
import exactum.app.security.Users;
import exactum.app.security.Vault;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Invites somebody by an address that works once, for a week. The address is shown once; the database keeps its digest. */
@Component
public class Invitations {
    private static final Duration LIFE = Duration.ofDays(7);
    private static final int TOKEN_BYTES = 24;
    private final InvitationStore store;
    private final Memberships memberships;
    private final Users users;
    private final Vault vault;
    private final Settings settings;
    private final Audit audit;

    Invitations(
            InvitationStore store, Memberships memberships, Users users, Vault vault, Settings settings, Audit audit) {
        this.store = store;
        this.memberships = memberships;
        this.users = users;
        this.vault = vault;
        this.settings = settings;
        this.audit = audit;
    }

    /** Invites somebody, and answers the address to send them. */
    @Transactional
    public String invite(BusinessId business, String name, Set<Role> roles) {
        if (roles.isEmpty())
            throw new Refusal("member.no-role", "Choose at least one role. Nobody was invited.").at("roles");
        byte[] random = new byte[TOKEN_BYTES];
        new SecureRandom().nextBytes(random);
        String token = HexFormat.of().formatHex(random);
        var as = new Membership(roles);
        var invitation = new Invitation(
                business, Ids.next(), name, as, Audit.who(), Instant.now().plus(LIFE));
        store.insert(business, invitation, digest(token));
        audit.record(business, "invited somebody", name + " as " + as.words());
        return settings.publicAddress() + "/join/" + token;
    }

    public Optional<Invitation> find(String token) {
        return store.findOpen(digest(token));
    }

    List<Invitation> open(BusinessId business) {
        return store.open(business);
    }

    @Transactional
    public void withdraw(BusinessId business, UUID id) {
        if (!store.withdraw(business, id)) throw new NotHere();
        audit.record(business, "withdrew an invitation", id.toString());
    }

    /** Somebody new accepts, with a sign-in of their own. */
    @Transactional
    public Invitation acceptAs(String token, String login, String name, String password) {
        Invitation invitation = find(token).orElseThrow(Invitations::spent);
        String made = users.addNew(login, name, password);
        return accept(invitation, made);
    }

    /** Somebody who signs in here already accepts. */
    @Transactional
    public Invitation accept(String token, String login) {
        return accept(find(token).orElseThrow(Invitations::spent), login);
    }

    private Invitation accept(Invitation invitation, String login) {
        BusinessId business = invitation.business();
        if (!store.accept(business, invitation.id(), login)) throw spent();
        if (!memberships.join(business, login, invitation.as().roles()))
            throw new Refusal(
                    "member.is-one",
                    "You work for this business already. The invitation stays open for somebody else.");
        audit.recordBy(
                login,
                business,
                "accepted an invitation",
                login + " as " + invitation.as().words());
        return invitation;
    }

    private static Refusal spent() {
        return new Refusal(
                "invitation.spent",
                "This invitation was used already, was withdrawn, or is older than a week. Nothing was saved. Ask for a new one.");
    }

    private byte[] digest(String token) {
        return vault.digest("invitation", token);
    }
}
