package exactum.formats.csv;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.problem.Refusal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Lines against items, both from files; our own figures. */
class MatchFilesTest {
    private static final String ITEMS = """
            item_ref,kind,number,customer,payer_names,currency,open_minor,issued_on,due_on
            A1,invoice,LW-2026-0042,K-1001,Jürgen Müller|J. Müller,EUR,59500,2026-05-01,2026-05-15
            A2,invoice,LW-2026-0043,K-1001,Jürgen Müller,EUR,12000,2026-05-01,2026-05-15
            A3,invoice,LW-2026-0044,K-1002,Ada Quill,EUR,41200,2026-05-01,2026-05-15
            P1,payout,PO-2026-05-29,,Lantern Card Services,EUR,15209,2026-05-29,2026-05-29
            R1,refund,CN-2026-0001,K-1002,Ada Quill,EUR,-5000,2026-05-20,2026-05-20
            B1,batch,EX-20260429-0001-1,,,EUR,136895,2026-05-28,2026-05-28
            S1,slip,SLIP-0001,,,EUR,80000,2026-05-28,2026-05-28
            """;
    private static final String LINES = """
            line_id,booked_on,currency,amount_minor,counterparty,counterparty_account,remittance,end_to_end_id,bank_code
            1,2026-05-29,EUR,71500,MUELLER JUERGEN,,"lw 2026 0042, 0043",,PMNT/RCDT/ESCT
            2,2026-05-29,EUR,15209,LANTERN CARD SERVICES,,PAYOUT PO-2026-05-29,,PMNT/RCDT/ESCT
            3,2026-05-30,EUR,-5000,Ada Quill,,refund,,PMNT/ICDT/ESCT
            4,2026-05-30,EUR,80000,,,EINZAHLUNG,,PMNT/CNTR/CDPT
            5,2026-05-30,EUR,-450,,,fee,,PMNT/MDOP/CHRG
            6,2026-05-30,EUR,42000,Ada Quill,,LW-2026-0044,,PMNT/RCDT/ESCT
            7,2026-05-30,EUR,131905,,,SAMMLER,EX-20260429-0001-1,PMNT/IDDT/ESDD
            """;

    @TempDir
    private Path folder;

    private Path file(String name, String text) throws IOException {
        return Files.writeString(folder.resolve(name), text);
    }

    /** Signed as the line; what arrived where less came, without the excess where more came. */
    @Test
    void each_part_of_the_best_proposal_is_a_row() throws IOException {
        Path out = folder.resolve("out.csv");
        assertThat(MatchFiles.match(file("items.csv", ITEMS), file("lines.csv", LINES), out))
                .isEqualTo(6);
        assertThat(Files.readAllLines(out))
                .containsExactly(
                        "line_id,item_ref,amount_minor,grade",
                        "1,A1,59500,certain",
                        "1,A2,12000,certain",
                        "2,P1,15209,certain",
                        "3,R1,-5000,certain",
                        "4,S1,80000,certain",
                        "6,A3,41200,certain",
                        "7,B1,131905,certain");
    }

    @Test
    void what_cannot_be_read_is_named_and_nothing_is_written() throws IOException {
        Path out = folder.resolve("out.csv");
        Path items = file("items.csv", ITEMS);
        assertThatThrownBy(() -> MatchFiles.match(items, file("lines.csv", LINES.replace(",-5000,", ",x,")), out))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("“lines.csv”: Line 4: amount_minor “x” is not a whole number");
        assertThatThrownBy(() -> MatchFiles.match(
                        file("bad.csv", ITEMS.replace("slip,", "paper,")), file("lines.csv", LINES), out))
                .hasMessageContaining("“bad.csv”: Line 8: kind “paper” is not invoice, payout, refund, batch or slip");
        assertThat(out).doesNotExist();
    }
}
