package exactum.app.reports;

import org.jooq.Condition;
import org.jooq.impl.DSL;

/** What narrows a report, as a condition on a document {@code d} and its customer {@code k}. */
final class ReportFilter {
    private ReportFilter() {}

    /** Documents that have what is asked for on any line. */
    static Condition of(Asked asked) {
        Condition c = ofCustomer(asked);
        if (asked.item() != null)
            c = c.and(DSL.condition(
                    "exists (select 1 from document_line f where f.business_id = d.business_id and f.document_id = d.id and f.item_id = {0})",
                    DSL.val(asked.item().value())));
        if (!asked.tag().isEmpty())
            c = c.and(DSL.condition(
                    "exists (select 1 from document_line f where f.business_id = d.business_id and f.document_id = d.id and {0} = any(f.tags))",
                    DSL.val(asked.tag())));
        return c;
    }

    /** Lines {@code l} that are what is asked for. */
    static Condition ofLines(Asked asked) {
        Condition c = ofCustomer(asked);
        if (asked.item() != null)
            c = c.and(DSL.condition("l.item_id = {0}", DSL.val(asked.item().value())));
        if (!asked.tag().isEmpty()) c = c.and(DSL.condition("{0} = any(l.tags)", DSL.val(asked.tag())));
        return c;
    }

    /** Of a customer {@code k}, or one of a group. */
    static Condition ofCustomer(Asked asked) {
        Condition c = DSL.noCondition();
        if (asked.customer() != null)
            c = c.and(DSL.condition("k.id = {0}", DSL.val(asked.customer().value())));
        if (asked.group() != null) c = c.and(DSL.condition("k.group_id = {0}", DSL.val(asked.group())));
        return c;
    }
}
