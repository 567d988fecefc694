package exactum.formats.mail;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class DeliveryStatusTest {
    /** RFC 3464, appendix E.1 and E.2. */
    @Test
    void the_examples_of_the_standard_are_read() {
        assertThat(DeliveryStatus.read("""
                Reporting-MTA: dns; cs.utk.edu

                Original-Recipient: rfc822;louisl@larry.slip.umd.edu
                Final-Recipient: rfc822;louisl@larry.slip.umd.edu
                Action: failed
                Status: 4.0.0
                Diagnostic-Code: smtp; 426 connection timed out
                Last-Attempt-Date: Thu, 7 Jul 1994 17:15:49 -0400
                """))
                .containsExactly(new DeliveryStatus.AtAddress(
                        "louisl@larry.slip.umd.edu", "failed", "4.0.0", "426 connection timed out"));
        List<DeliveryStatus.AtAddress> several = DeliveryStatus.read("""
                Reporting-MTA: dns; cs.utk.edu

                Original-Recipient: rfc822;arathib@vnet.ibm.com
                Final-Recipient: rfc822;arathib@vnet.ibm.com
                Action: failed
                Status: 5.0.0 (permanent failure)
                Diagnostic-Code: smtp;
                 550 'arathib@vnet.IBM.COM' is not a
                 registered gateway user
                Remote-MTA: dns; vnet.ibm.com

                Original-Recipient: rfc822;johnh@hpnjld.njd.hp.com
                Final-Recipient: rfc822;johnh@hpnjld.njd.hp.com
                Action: delayed
                Status: 4.0.0 (hpnjld.njd.jp.com: host name lookup failure)

                Original-Recipient: rfc822;wsnell@sdcc13.ucsd.edu
                Final-Recipient: rfc822;wsnell@sdcc13.ucsd.edu
                Action: failed
                Status: 5.0.0
                Diagnostic-Code: smtp; 550 user unknown
                Remote-MTA: dns; sdcc13.ucsd.edu
                """);
        assertThat(several).hasSize(3);
        assertThat(several.getFirst().words()).isEqualTo("550 'arathib@vnet.IBM.COM' is not a registered gateway user");
        assertThat(several.getFirst().status()).isEqualTo("5.0.0");
        assertThat(several).extracting(DeliveryStatus.AtAddress::isFailed).containsExactly(true, false, true);
    }

    @Test
    void what_names_nobody_says_nothing() {
        for (String text : List.of(
                "",
                "\n\n",
                "Action: failed\n",
                "Final-Recipient: rfc822;a@b.example\n",
                ": x\n :\n",
                "no fields at all"))
            assertThat(DeliveryStatus.read(text)).as(text).isEmpty();
    }

    @Test
    void whatever_stands_there_nothing_but_text_comes_out() {
        long seed = new Random().nextLong();
        var random = new Random(seed);
        String alphabet = "Final-Recipient: rfc822;\n \r\t;:Action: failed\n\u0000\u001bé@.";
        for (int i = 0; i < 5_000; i++) {
            var text = new StringBuilder();
            for (int k = 0, n = random.nextInt(200); k < n; k++)
                text.append(alphabet.charAt(random.nextInt(alphabet.length())));
            DeliveryStatus.read(text.toString())
                    .forEach(r -> assertThat(r.words()).as("seed %d", seed).doesNotContain("\u0000", "\n"));
        }
    }
}
