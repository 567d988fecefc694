package exactum.core.ids;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.problem.Refusal;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Each identifier reads what it wrote, and nothing else. */
class IdsTest {
    private static final String TEXT = "0197a1b2-c3d4-7e5f-8a9b-0c1d2e3f4a5b";

    static Stream<Function<String, Id>> readers() {
        return Stream.of(
                AllocationId::valueOf,
                BankAccountId::valueOf,
                BankLineId::valueOf,
                ClaimId::valueOf,
                CollectionId::valueOf,
                CustomerId::valueOf,
                DocumentId::valueOf,
                EntryId::valueOf,
                ItemId::valueOf,
                MatchId::valueOf,
                MeansId::valueOf,
                MessageId::valueOf,
                PaymentLinkId::valueOf,
                PayoutId::valueOf,
                PayoutLineId::valueOf,
                ProcessorId::valueOf,
                RecurringId::valueOf,
                RefundId::valueOf,
                RefundOrderId::valueOf,
                RefundFileId::valueOf,
                ChargebackId::valueOf,
                EarlyPayoutId::valueOf,
                RunId::valueOf,
                StatementId::valueOf,
                TakeBackId::valueOf,
                TermsId::valueOf,
                UserId::valueOf,
                WaitingId::valueOf);
    }

    @ParameterizedTest
    @MethodSource("readers")
    void it_reads_what_it_wrote(Function<String, Id> read) {
        Id id = read.apply(TEXT);
        assertThat(id.value()).isEqualTo(UUID.fromString(TEXT));
        assertThat(id).hasToString(TEXT);
        assertThat(read.apply(TEXT.toUpperCase())).isEqualTo(id);
    }

    @ParameterizedTest
    @MethodSource("readers")
    void anything_else_is_refused(Function<String, Id> read) {
        for (String other : new String[] {null, "", "1-1-1-1-1", "x", TEXT + "0", " " + TEXT, TEXT.replace('b', 'g')})
            assertThatThrownBy(() -> read.apply(other))
                    .isInstanceOf(Refusal.class)
                    .hasMessageContaining("not here");
    }

    @Test
    void a_business_is_numbered_from_one() {
        assertThat(new BusinessId(1)).hasToString("1");
        assertThatThrownBy(() -> new BusinessId(0)).hasMessageContaining("from 1");
    }
}
