package exactum.formats.mt940;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import com.prowidesoftware.swift.model.field.Field20;
import com.prowidesoftware.swift.model.field.Field25;
import com.prowidesoftware.swift.model.field.Field28C;
import com.prowidesoftware.swift.model.field.Field60F;
import com.prowidesoftware.swift.model.field.Field61;
import com.prowidesoftware.swift.model.field.Field62F;
import com.prowidesoftware.swift.model.field.Field86;
import com.prowidesoftware.swift.model.mt.mt9xx.MT940;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.formats.StatementFile;
import java.io.ByteArrayInputStream;
import org.junit.jupiter.api.Test;

/** MT940 as another library writes it (Prowide Core), envelope and all. */
class OtherWriterTest {
    @Test
    void what_another_library_writes_is_read() {
        var message = new MT940("BANKDEFFAXXX", "LARKIE2DXXXX");
        message.append(new Field20("STATEMENT"));
        message.append(new Field25("DE89370400440532013000"));
        message.append(new Field28C("87/1"));
        message.append(new Field60F("C260504EUR10000,00"));
        message.append(new Field61("2605050505C595,00NTRFNONREF//BK-1"));
        message.append(new Field86("166?20SVWZ+LW-2026-0042?31AT611904300234573201?32Kunde AG"));
        message.append(new Field61("2605080508D3,5NCHGNONREF"));
        message.append(new Field86("RETURN FEE"));
        message.append(new Field62F("C260508EUR10591,5"));
        Statement read = StatementFile.read(
                        new ByteArrayInputStream(message.message().getBytes(UTF_8)))
                .statements()
                .getFirst();
        assertThat(read.lines()).extracting(l -> l.amount().plain()).containsExactly("595.00", "-3.50");
        StatementLine line = read.lines().getFirst();
        assertThat(line.remittance()).isEqualTo("LW-2026-0042");
        assertThat(line.counterparty()).isEqualTo("Kunde AG");
        assertThat(line.bankReference()).isEqualTo("BK-1");
        assertThat(read.closing().plain()).isEqualTo("10591.50");
    }

    /** What we write is a message to the other library too. */
    @Test
    void what_we_write_is_read_by_another_library() throws java.io.IOException {
        var out = new java.io.StringWriter();
        String text =
                ":20:S\n:25:DE89370400440532013000\n:28C:87/1\n:60F:C260504EUR10,00\n:61:2605050505C595,00NTRFNONREF//BK-1\n:86:166?20SVWZ+LW-2026-0042?32Kunde AG\n:62F:C260505EUR605,00\n-\n";
        Mt940Writer.write(
                StatementFile.read(new ByteArrayInputStream(text.getBytes(UTF_8)))
                        .statements()
                        .getFirst(),
                out);
        var parsed = MT940.parse("{1:F01BANKDEFFAXXX0000000000}{2:I940LARKIE2DXXXXN}{4:\r\n"
                + out.toString().replaceFirst("-\r\n$", "-}"));
        assertThat(parsed.getField60F().getAmountAsBigDecimal()).isEqualByComparingTo("10.00");
        assertThat(parsed.getField61().getFirst().getAmountAsBigDecimal()).isEqualByComparingTo("595.00");
        assertThat(parsed.getField61().getFirst().getReferenceOfTheAccountServicingInstitution())
                .isEqualTo("BK-1");
        assertThat(parsed.getField62F().getAmountAsBigDecimal()).isEqualByComparingTo("605.00");
        assertThat(parsed.getField86()).hasSize(1);
    }
}
