package exactum.app.bank;

import exactum.core.ids.BusinessId;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** A stamp of all that proposals are worked out from: as long as it is the same, so are they. */
@Component
class ProposalStampStore {
    private static final String STAMP = """
            select concat_ws('|',
                (select count(*) || ' ' || coalesce(sum(left_minor), 0) || ' ' || coalesce(sum(hashtextextended(id::text, left_minor)), 0) from bank_line where business_id = {0} and left_minor <> 0),
                (select count(*) || ' ' || coalesce(sum(left_minor), 0) || ' ' || coalesce(sum(hashtextextended(id::text, left_minor)), 0) from claim where business_id = {0} and left_minor > 0),
                (select count(*) || ' ' || coalesce(sum(left_minor), 0) || ' ' || coalesce(sum(hashtextextended(id::text, left_minor)), 0) from waiting where business_id = {0} and left_minor <> 0),
                (select count(*) || ' ' || coalesce(sum(left_minor), 0) || ' ' || coalesce(sum(hashtextextended(id::text, left_minor)), 0) from means where business_id = {0} and left_minor > 0),
                (select id from match where business_id = {0} order by id desc limit 1),
                (select id from bank_notice where business_id = {0} order by id desc limit 1),
                (select count(*) || ' ' || coalesce(sum(hashtextextended(id::text, place)), 0) from standing_rule where business_id = {0} and retired_at is null),
                (select count(*) || ' ' || coalesce(sum(hashtextextended(slip_id::text, 0)), 0) from paying_in_slip_item where business_id = {0} and live),
                (select count(*) from exchange_rate where business_id = {0}),
                (select let_go_minor from matching_setting where business_id = {0}),
                (select coalesce(sum(revision), 0) from customer where business_id = {0}))
            """;
    private final DSLContext db;

    ProposalStampStore(DSLContext db) {
        this.db = db;
    }

    String of(BusinessId business) {
        return db.fetchSingle(STAMP, DSL.inline(business.value())).get(0, String.class);
    }
}
