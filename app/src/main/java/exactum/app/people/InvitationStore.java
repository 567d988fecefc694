package exactum.app.people;

import static exactumdb.Tables.INVITATION;

import exactum.app.business.Membership;
import exactum.app.business.Role;
import exactum.core.ids.BusinessId;
import exactumdb.tables.records.InvitationRecord;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Invitations in the database. */
@Component
class InvitationStore {
    private final DSLContext db;

    InvitationStore(DSLContext db) {
        this.db = db;
    }

    void insert(BusinessId business, Invitation i, byte[] digest) {
        db.insertInto(INVITATION)
                .set(INVITATION.BUSINESS_ID, business)
                .set(INVITATION.ID, i.id())
                .set(INVITATION.NAME, i.name())
                .set(
                        INVITATION.ROLES,
                        i.as().roles().stream().sorted().map(Role::words).toArray(String[]::new))
                .set(INVITATION.DIGEST, digest)
                .set(INVITATION.INVITED_BY, i.by())
                .set(INVITATION.EXPIRES_AT, i.expiresAt().atOffset(ZoneOffset.UTC))
                .execute();
    }

    /** The one of an address, while it is open. */
    Optional<Invitation> findOpen(byte[] digest) {
        return db.selectFrom(INVITATION)
                .where(INVITATION.DIGEST.eq(digest))
                .and(isOpen())
                .fetchOptional(InvitationStore::invitation);
    }

    List<Invitation> open(BusinessId business) {
        return db.selectFrom(INVITATION)
                .where(INVITATION.BUSINESS_ID.eq(business))
                .and(isOpen())
                .orderBy(INVITATION.EXPIRES_AT)
                .fetch(InvitationStore::invitation);
    }

    /** Uses it up; false if somebody did before, or it is not open any more. */
    boolean accept(BusinessId business, UUID id, String login) {
        return db.update(INVITATION)
                        .set(INVITATION.ACCEPTED_BY, login)
                        .where(INVITATION.BUSINESS_ID.eq(business))
                        .and(INVITATION.ID.eq(id))
                        .and(isOpen())
                        .execute()
                == 1;
    }

    boolean withdraw(BusinessId business, UUID id) {
        return db.update(INVITATION)
                        .set(INVITATION.WITHDRAWN, true)
                        .where(INVITATION.BUSINESS_ID.eq(business))
                        .and(INVITATION.ID.eq(id))
                        .and(INVITATION.ACCEPTED_BY.isNull())
                        .execute()
                == 1;
    }

    private static Condition isOpen() {
        return INVITATION
                .ACCEPTED_BY
                .isNull()
                .andNot(INVITATION.WITHDRAWN)
                .and(INVITATION.EXPIRES_AT.gt(OffsetDateTime.now(ZoneOffset.UTC)));
    }

    private static Invitation invitation(InvitationRecord r) {
        Instant expires = r.getExpiresAt().toInstant();
        var as = new Membership(Role.ofAll(List.of(r.getRoles())));
        return new Invitation(r.getBusinessId(), r.getId(), r.getName(), as, r.getInvitedBy(), expires);
    }
}
