package exactum.app.messages;

import exactum.app.database.IdArray;
import exactumdb.tables.records.MessageRecord;
import java.util.List;
import org.jooq.Condition;
import org.jooq.impl.DSL;

/** The rows of a table that are of some messages, which may be of several businesses; by its key, which begins with the business. */
final class OfMessages {
    private OfMessages() {}

    static Condition in(String table, String column, List<MessageRecord> messages) {
        Integer[] businesses =
                messages.stream().map(m -> m.getBusinessId().value()).distinct().toArray(Integer[]::new);
        return DSL.condition(
                table + ".business_id = any({0}) and " + table + "." + column + " = any({1})",
                DSL.val(businesses),
                IdArray.of(messages.stream().map(MessageRecord::getId).toList()));
    }
}
