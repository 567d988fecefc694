package exactum.core.typed;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Examples from RFC 5321 and RFC 5322, as far as every mail server takes them. */
class EmailAddressTest {
    @ParameterizedTest
    @ValueSource(
            strings = {
                "a@b.ie",
                "first.last@lakeside.example",
                "o'brien+berth@mail.lakeside.example",
                "x_1@a-b.example",
                "a@xn--bcher-kva.example",
                "1234567890123456789012345678901234567890123456789012345678901234@b.example"
            })
    void can_be_mailed_to(String text) {
        assertThat(EmailAddress.isOne(text)).isTrue();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "not an address",
                "a@b",
                "@b.example",
                "a@",
                "a@@b.example",
                "a b@c.example",
                "a@b.example ",
                "a@b.example, c@d.example",
                "Larkwater, Moorings",
                "Ada <a@b.example>",
                ".a@b.example",
                "a.@b.example",
                "a..b@c.example",
                "a@-b.example",
                "a@b-.example",
                "a@.example",
                "a@b..example",
                "a@b.1",
                "a@b.e",
                "ä@b.example",
                "a@bücher.example",
                "a\n@b.example",
                "a@b.example\r\nBcc: c@d.example",
                "12345678901234567890123456789012345678901234567890123456789012345@b.example"
            })
    void cannot_be_mailed_to(String text) {
        assertThat(EmailAddress.isOne(text)).isFalse();
    }
}
