package exactum.app.database;

import org.jooq.DSLContext;
import org.jooq.conf.SettingsTools;
import org.jooq.conf.StatementType;
import org.jooq.impl.DSL;

/** Statements that are each planned for what they ask: one plan for any words or any state suits none of them. */
public final class PlannedAlone {
    private PlannedAlone() {}

    public static DSLContext of(DSLContext db) {
        return DSL.using(db.configuration()
                .derive(SettingsTools.clone(db.settings()).withStatementType(StatementType.STATIC_STATEMENT)));
    }
}
