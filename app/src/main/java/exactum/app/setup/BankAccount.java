package exactum.app.setup;

import exactum.core.ids.BankAccountId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.UUID;

/**
 * An account at a bank; its number is shown by its ending only.
 *
 * @param account its account in the chart
 * @param feedUrl where its statements can be fetched, or null
 * @param isFetched whether they are
 * @param profile how its bank wants debits
 * @param revision raised by each change
 */
public record BankAccount(
        BankAccountId id,
        String name,
        String ending,
        AccountCode account,
        Money opening,
        LocalDate openedOn,
        String feedUrl,
        boolean isFetched,
        Profile profile,
        int revision) {

    /**
     * How its bank wants debits to be handed over.
     *
     * @param bic of the bank (ISO 9362), or empty
     * @param creditor which of the business's creditor identifiers goes with them, or null
     * @param fileVersion the ISO 20022 message
     * @param grouping what stands together in one file
     * @param isBatch whether the bank books a group as one line
     * @param cutOff until when a file counts for the day, in the business's time zone
     * @param usesFirst whether the first debit of a mandate is marked FRST, as some banks still ask
     * @param leadDays banking days between hand-over and collection
     * @param debitUrl where the bank takes files of debits, or null: they are handed over by a person
     * @param transferUrl the same of transfers
     */
    public record Profile(
            String bic,
            UUID creditor,
            String fileVersion,
            String grouping,
            boolean isBatch,
            LocalTime cutOff,
            boolean usesFirst,
            int leadDays,
            String debitUrl,
            String transferUrl) {

        /** The messages that can be written. */
        static final List<String> FILE_VERSIONS = List.of("pain.008.001.08", "pain.008.001.02");

        /** What may stand together. */
        static final List<String> GROUPINGS = List.of("by date and sequence", "by date", "one group a debit");

        /** What most banks take. */
        static final Profile USUAL = new Profile(
                "",
                null,
                FILE_VERSIONS.getFirst(),
                GROUPINGS.getFirst(),
                true,
                LocalTime.of(14, 0),
                false,
                2,
                null,
                null);
    }
}
