package exactum.app.mandates;

import static exactumdb.Tables.DOCUMENT;
import static exactumdb.Tables.MANDATE;

import exactum.app.database.IdArray;
import exactum.core.collection.Covering;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.mandate.Authority;
import exactum.core.mandate.Usage;
import exactum.core.money.Money;
import exactum.core.scheme.MandateReference;
import exactum.core.scheme.Scheme;
import java.util.Collection;
import java.util.Map;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Which mandate covers a document, for thousands of them at once. */
@Component
class CoveringStore {
    private static final String COVERING = """
            select distinct on (d.id) d.id, m.id, m.reference, m.scheme, m.signed_on, m.valid_from, m.valid_until, m.one_off, m.agreed_count, m.cap_minor, m.notice_days,
                   m.state, m.counted, m.ever_collected, m.last_presented, m.revision
              from document d
             cross join lateral (
                   select v.mandate_id, 1 as far from mandate_cover v where v.business_id = d.business_id and v.document_id = d.id
                   union all select v.mandate_id, 2 from mandate_cover v where v.business_id = d.business_id and v.recurring_id = d.origin_id
                   union all select v.mandate_id, 3 from mandate_cover v where v.business_id = d.business_id and v.customer_id = d.customer_id) c
              join mandate m on m.business_id = d.business_id and m.id = c.mandate_id
             where d.business_id = {0} and d.id = any({1})
             order by d.id, (m.replaced_by is not null), (m.state <> 'active'), (m.state <> 'suspended'), c.far, m.made_on desc, m.id desc
            """;
    private final DSLContext db;

    CoveringStore(DSLContext db) {
        this.db = db;
    }

    /** The document's own before its arrangement's before its customer's, an active one before others, the newest first. */
    Map<DocumentId, Covering> of(BusinessId business, Collection<DocumentId> documents) {
        return db.resultQuery(COVERING, DSL.val(business.value()), IdArray.of(documents))
                .coerce(
                        DOCUMENT.ID,
                        MANDATE.ID,
                        MANDATE.REFERENCE,
                        MANDATE.SCHEME,
                        MANDATE.SIGNED_ON,
                        MANDATE.VALID_FROM,
                        MANDATE.VALID_UNTIL,
                        MANDATE.ONE_OFF,
                        MANDATE.AGREED_COUNT,
                        MANDATE.CAP_MINOR,
                        MANDATE.NOTICE_DAYS,
                        MANDATE.STATE,
                        MANDATE.COUNTED,
                        MANDATE.EVER_COLLECTED,
                        MANDATE.LAST_PRESENTED,
                        MANDATE.REVISION)
                .fetchMap(DOCUMENT.ID, CoveringStore::covering);
    }

    private static Covering covering(Record m) {
        return new Covering(
                m.get(MANDATE.ID),
                new MandateReference(m.get(MANDATE.REFERENCE)),
                authority(m),
                m.get(MANDATE.STATE),
                usage(m),
                m.get(MANDATE.REVISION));
    }

    static Authority authority(Record m) {
        Scheme scheme = m.get(MANDATE.SCHEME);
        Long cap = m.get(MANDATE.CAP_MINOR);
        return new Authority(
                scheme,
                m.get(MANDATE.SIGNED_ON),
                m.get(MANDATE.VALID_FROM),
                m.get(MANDATE.VALID_UNTIL),
                m.get(MANDATE.ONE_OFF),
                m.get(MANDATE.AGREED_COUNT),
                cap == null ? null : Money.ofMinor(scheme.rules().currency().getCurrencyCode(), cap),
                m.get(MANDATE.NOTICE_DAYS));
    }

    static Usage usage(Record m) {
        return new Usage(m.get(MANDATE.COUNTED), m.get(MANDATE.EVER_COLLECTED), m.get(MANDATE.LAST_PRESENTED));
    }
}
