package exactum.app.database;

import java.util.regex.Pattern;
import org.jooq.ExecuteContext;
import org.jooq.ExecuteListener;
import org.jooq.ExecuteType;
import org.jooq.Select;
import org.jooq.impl.DefaultExecuteListenerProvider;
import org.springframework.stereotype.Component;

/** Counts a statement that was executed and may have changed something. */
@Component
class CountWrites extends DefaultExecuteListenerProvider {
    private static final Pattern WRITING = Pattern.compile("\\b(insert into|update|delete from|merge into)\\b");

    CountWrites() {
        super(new Listener());
    }

    private static final class Listener implements ExecuteListener {
        private static final long serialVersionUID = 1;

        @Override
        public void executeEnd(ExecuteContext statement) {
            if (mayWrite(statement)) Writes.happened();
        }

        /** What somebody has typed so far is only theirs to see, and is kept at every stroke. */
        private static boolean isTyping(String sql) {
            return sql != null && sql.contains("\"form_draft\"");
        }

        private static boolean mayWrite(ExecuteContext statement) {
            if (statement.query() instanceof Select || statement.rows() == 0 || isTyping(statement.sql())) return false;
            return statement.type() != ExecuteType.READ
                    || statement.sql() != null
                            && WRITING.matcher(statement.sql()).find();
        }
    }
}
