package exactum.core.books;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.ledger.AccountCode;
import exactum.core.ledger.CashBasis;
import exactum.core.ledger.CashBasis.Part;
import exactum.core.money.Money;
import java.util.List;
import java.util.random.RandomGenerator;
import java.util.random.RandomGeneratorFactory;
import org.junit.jupiter.api.Test;

/** Income and tax on the day of the money, in proportion to the document; common practice, no published source. */
class CashBasisTest {
    private static final AccountCode INCOME = new AccountCode("4000");
    private static final AccountCode STORAGE = new AccountCode("4010");
    private static final AccountCode TAX = new AccountCode("2000");
    private static final List<Part> INVOICE = List.of(part(INCOME, "100.00"), part(TAX, "19.00"));

    private static Part part(AccountCode account, String amount) {
        return new Part(account, Money.of("EUR", amount));
    }

    /** An invoice of 119.00 that was paid and whose payment came back: −100.00 of income and −19.00 of tax on its own day. */
    @Test
    void money_that_goes_back_is_income_below_zero() {
        assertThat(CashBasis.of(INVOICE, Money.of("EUR", "119.00"))).isEqualTo(INVOICE);
        assertThat(CashBasis.of(INVOICE, Money.of("EUR", "-119.00")))
                .containsExactly(part(INCOME, "-100.00"), part(TAX, "-19.00"));
    }

    @Test
    void a_part_has_its_share_of_each_account() {
        List<Part> two = List.of(part(INCOME, "60.00"), part(STORAGE, "40.00"), part(TAX, "23.00"));
        assertThat(CashBasis.of(two, Money.of("EUR", "61.50")))
                .containsExactly(part(INCOME, "30.00"), part(STORAGE, "20.00"), part(TAX, "11.50"));
    }

    @Test
    void what_went_back_undoes_what_came_to_the_cent() {
        RandomGenerator random = RandomGeneratorFactory.of("L64X128MixRandom").create(7);
        for (int i = 0; i < 2_000; i++) {
            List<Part> documented = List.of(
                    new Part(INCOME, Money.ofMinor("EUR", 1 + random.nextLong(90_000))),
                    new Part(STORAGE, Money.ofMinor("EUR", 1 + random.nextLong(9_000))),
                    new Part(TAX, Money.ofMinor("EUR", 1 + random.nextLong(20_000))));
            Money settled = Money.ofMinor("EUR", 1 + random.nextLong(100_000));
            List<Part> came = CashBasis.of(documented, settled);
            List<Part> went = CashBasis.of(documented, settled.negated());
            assertThat(Money.sum(
                            settled.currency(), came.stream().map(Part::amount).toList()))
                    .isEqualTo(settled);
            assertThat(went)
                    .isEqualTo(came.stream()
                            .map(p -> new Part(p.account(), p.amount().negated()))
                            .toList());
        }
    }
}
