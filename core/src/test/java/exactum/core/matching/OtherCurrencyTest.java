package exactum.core.matching;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.bank.StatementLine;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.money.Rounding;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Open items in pounds that are paid into an account in euro. One pound is 1.17 euro. */
class OtherCurrencyTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 3);
    private static final Rates RATES = (amount, other, day) -> Optional.of(Money.rounded(
            other,
            amount.amount().multiply(new BigDecimal(other.getCurrencyCode().equals("EUR") ? "1.17" : "0.8547")),
            Rounding.HALF_UP_PER_EXCHANGE));
    private static final Candidate.Open POUNDS = new Candidate.Open(
            new ClaimId(new UUID(4, 1)),
            new DocumentId(new UUID(3, 1)),
            "NS-2026-0042",
            Whose.of(new CustomerId(new UUID(1, 1)), "D. McHugh"),
            DAY.minusDays(10),
            DAY.plusDays(4),
            Money.of("GBP", "100.00"),
            null);

    private static List<Proposal> propose(String euro, String sent, String text, Rates rates) {
        var foreign = sent == null ? null : new StatementLine.Foreign(Money.of("GBP", sent), null);
        var line = new StatementLine(
                DAY,
                DAY,
                Money.of("EUR", euro),
                "",
                "",
                "D McHugh",
                text,
                "",
                "",
                new StatementLine.Further("", "", null, "", foreign));
        return new Matching(List.of(POUNDS), new PayerMemory(), null, rates)
                .propose(List.of(new Asked(line, line.amount())))
                .getFirst();
    }

    @ParameterizedTest
    @CsvSource({
        "116.40, 100.00, 116.40, 100.00, CERTAIN", // the bank says that just this was sent
        "58.20, 50.00, 58.20, 50.00, LIKELY", // half of it
        "139.68, 120.00, 116.40, 100.00, LIKELY", // more: the share of it
        "117.90, , 117.90, 100.00, LIKELY", // within three of a hundred of the day’s rate
        "58.50, , 58.50, 50.00, LIKELY", // half by the day’s rate
        "234.00, , 117.00, 100.00, LIKELY" // more than it comes to
    })
    void what_was_sent_or_the_rate_of_the_day_says_what_of_it_is_settled(
            String euro, String sent, String takes, String settles, Grade grade) {
        Proposal best = propose(euro, sent, "NS-2026-0042", RATES).getFirst();
        var part = (Proposal.Part.ForClaim) best.parts().getFirst();
        assertThat(part.amount()).isEqualTo(Money.of("EUR", takes));
        assertThat(part.settles()).isEqualTo(Money.of("GBP", settles));
        assertThat(best.remainder()).isEqualTo(Money.of("EUR", euro).minus(part.amount()));
        assertThat(best.grade()).isEqualTo(grade);
    }

    @Test
    void without_a_rate_or_its_number_it_is_not_meant() {
        assertThat(propose("117.00", null, "NS-2026-0042", Rates.NONE)).isEmpty();
        assertThat(propose("117.00", null, "berth", RATES)).isEmpty();
    }

    /** One item of 100.00 is not settled by two lines that were both sent for it. */
    @Test
    void two_lines_do_not_take_more_of_it_than_is_open() {
        var foreign =
                new StatementLine.Further("", "", null, "", new StatementLine.Foreign(Money.of("GBP", "100.00"), null));
        var line = new StatementLine(
                DAY, DAY, Money.of("EUR", "116.40"), "", "", "D McHugh", "NS-2026-0042", "", "", foreign);
        var again = new StatementLine(
                DAY.plusDays(1),
                DAY,
                Money.of("EUR", "116.50"),
                "",
                "",
                "D McHugh",
                "NS-2026-0042 again",
                "",
                "",
                foreign);
        List<List<Proposal>> both = new Matching(List.of(POUNDS), new PayerMemory(), null, RATES)
                .propose(List.of(new Asked(line, line.amount()), new Asked(again, again.amount())));
        long certain = both.stream()
                .filter(p -> !p.isEmpty() && p.getFirst().grade() == Grade.CERTAIN)
                .count();
        assertThat(certain).isLessThanOrEqualTo(1);
        assertThat(both.get(1).getFirst().words() + both.get(0).getFirst().words())
                .contains("on account of D. McHugh");
    }
}
