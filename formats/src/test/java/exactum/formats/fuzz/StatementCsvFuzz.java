package exactum.formats.fuzz;

import exactum.core.bank.Iban;
import exactum.core.money.Money;
import exactum.formats.csv.StatementCsv;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Currency;

/** The target that a fuzzer calls with bytes of its own making: looked at, then read as was proposed. */
public final class StatementCsvFuzz {
    private static final Currency EUR = Currency.getInstance("EUR");
    private static final Iban IBAN = new Iban("DE89370400440532013000");

    private StatementCsvFuzz() {}

    public static void fuzzerTestOneInput(byte[] file) {
        Fuzzed.read(file, in -> {
            try {
                byte[] content = in.readAllBytes();
                StatementCsv.read(content, StatementCsv.look(content).mapping(), IBAN, EUR, Money.zero(EUR));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        });
    }
}
