package exactum.formats.camt;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.bank.Iban;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.xml.sax.SAXException;

/** What we write passes the published schema, whatever a payer writes, and is read back. */
class Camt053SchemaTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 1);

    static Stream<String> texts() {
        return Stream.of(
                "LW-2026-0001",
                "",
                " ",
                "\u0000",
                "\u0007\u000B\u007F\u0085",
                "two\nlines\tand a tab",
                "Smith & Sons <Ltd> \"]]>\" 'x'",
                "<!DOCTYPE a [<!ENTITY b SYSTEM \"file:///etc/passwd\">]>&b;",
                "\uD83D\uDEA3".repeat(400),
                "half a letter \uD83D here",
                "\u202Edesrever\u2028\uFFFE",
                "é".repeat(5_000),
                "e\u0301".repeat(300),
                "\u00A0\u2003",
                "x".repeat(139) + " " + "y".repeat(200));
    }

    private static byte[] written(String text) {
        var line =
                new StatementLine(DAY, DAY, Money.of("EUR", "12.00"), text, text, text, text, text, "PMNT/RCDT/ESCT");
        var statement = new Statement(
                "S-1",
                7L,
                new Iban("DE89370400440532013000"),
                DAY,
                DAY,
                Money.of("EUR", "100.00"),
                Money.of("EUR", "112.00"),
                List.of(line),
                List.of());
        var out = new ByteArrayOutputStream();
        Camt053Writer.write(statement, Instant.parse("2026-06-01T20:00:00Z"), out);
        return out.toByteArray();
    }

    @ParameterizedTest
    @MethodSource("texts")
    void what_a_payer_writes_passes_the_schema_and_is_read_back(String text) {
        byte[] file = written(text);
        assertThatCode(() -> Iso20022Schema.validate(file)).doesNotThrowAnyException();
        assertThat(Camt053Reader.read(new ByteArrayInputStream(file)).getFirst().lines())
                .singleElement()
                .satisfies(l -> assertThat(l.amount()).isEqualTo(Money.of("EUR", "12.00")));
    }

    @Test
    void the_schema_does_refuse() {
        String good = new String(written("LW-2026-0001"), StandardCharsets.UTF_8);
        Stream.of(
                        good.replace("<Nm>LW-2026-0001</Nm>", "<Nm></Nm>"),
                        good.replace("<Nm>LW-2026-0001</Nm>", "<Nm>" + "x".repeat(141) + "</Nm>"),
                        good.replace("<EndToEndId>LW-2026-0001<", "<EndToEndId>" + "x".repeat(36) + "<"),
                        good.replace("<Cd>BOOK</Cd>", "<Cd>BOOKED</Cd>"),
                        good.replace("<Ustrd>", "<Ustrdd>").replace("</Ustrd>", "</Ustrdd>"))
                .forEach(bad -> {
                    assertThat(bad).isNotEqualTo(good);
                    assertThatThrownBy(() -> Iso20022Schema.validate(bad.getBytes(StandardCharsets.UTF_8)))
                            .isInstanceOf(SAXException.class);
                });
    }
}
