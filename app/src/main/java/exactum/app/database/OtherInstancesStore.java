package exactum.app.database;

import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What the instances tell each other, in the database; these writes themselves are not counted. */
@Component
class OtherInstancesStore {
    private final JdbcClient db;

    OtherInstancesStore(JdbcClient db) {
        this.db = db;
    }

    void tell(UUID instance, long writes) {
        db.sql("""
                with gone as (delete from instance_write where told_at < now() - interval '1 day')
                insert into instance_write (instance, writes) values (?, ?)
                on conflict (instance) do update set writes = excluded.writes, told_at = now()
                """).param(instance).param(writes).update();
    }

    /** What all but one have told; the same text as long as none of them has written. */
    String others(UUID instance) {
        return db.sql(
                        "select coalesce(string_agg(instance || ' ' || writes, ',' order by instance), '') from instance_write where instance <> ?")
                .param(instance)
                .query(String.class)
                .single();
    }
}
