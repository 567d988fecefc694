package exactum.app.attachments;

import static exactumdb.Tables.ATTACHMENT;

import exactum.app.audit.Audit;
import exactum.app.database.IdArray;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Files of documents and payments in the database. */
@Component
class AttachmentStore {
    private final DSLContext db;

    AttachmentStore(DSLContext db) {
        this.db = db;
    }

    List<Attachments.Attached> of(BusinessId business, GoesWith goesWith) {
        return db.select(ATTACHMENT.ID, ATTACHMENT.NAME, ATTACHMENT.MEDIA_TYPE, ATTACHMENT.SIZE)
                .from(ATTACHMENT)
                .where(of(business, goesWith, null))
                .orderBy(ATTACHMENT.ID)
                .fetch(r -> new Attachments.Attached(r.value1(), r.value2(), r.value3(), r.value4()));
    }

    Set<DocumentId> documentsWithAny(BusinessId business, Collection<DocumentId> documents) {
        return db.selectDistinct(ATTACHMENT.GOES_WITH)
                .from(ATTACHMENT)
                .where(ATTACHMENT.BUSINESS_ID.eq(business))
                .and(ATTACHMENT.KIND.eq(GoesWith.Kind.DOCUMENT.words()))
                .and(DSL.condition("attachment.goes_with = any({0})", IdArray.of(documents)))
                .fetchSet(r -> new DocumentId(r.value1()));
    }

    Optional<byte[]> content(BusinessId business, GoesWith goesWith, UUID id) {
        return db.select(ATTACHMENT.CONTENT)
                .from(ATTACHMENT)
                .where(of(business, goesWith, id))
                .fetchOptional(ATTACHMENT.CONTENT);
    }

    void insert(BusinessId business, GoesWith goesWith, Attachments.Attached file, byte[] content) {
        db.insertInto(ATTACHMENT)
                .set(ATTACHMENT.BUSINESS_ID, business)
                .set(ATTACHMENT.ID, file.id())
                .set(ATTACHMENT.KIND, goesWith.kind().words())
                .set(ATTACHMENT.GOES_WITH, goesWith.id())
                .set(ATTACHMENT.NAME, file.name())
                .set(ATTACHMENT.MEDIA_TYPE, file.type())
                .set(ATTACHMENT.SIZE, file.size())
                .set(ATTACHMENT.CONTENT, content)
                .set(ATTACHMENT.KEPT_BY, Audit.who())
                .execute();
    }

    int delete(BusinessId business, GoesWith goesWith, UUID id) {
        return db.deleteFrom(ATTACHMENT).where(of(business, goesWith, id)).execute();
    }

    private static Condition of(BusinessId business, GoesWith goesWith, UUID id) {
        Condition of = ATTACHMENT
                .BUSINESS_ID
                .eq(business)
                .and(ATTACHMENT.KIND.eq(goesWith.kind().words()))
                .and(ATTACHMENT.GOES_WITH.eq(goesWith.id()));
        return id == null ? of : of.and(ATTACHMENT.ID.eq(id));
    }
}
