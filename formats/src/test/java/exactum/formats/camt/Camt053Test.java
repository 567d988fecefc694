package exactum.formats.camt;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.prowidesoftware.swift.model.mx.MxCamt05300108;
import exactum.core.bank.Iban;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.formats.LimitedInput;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;

class Camt053Test {
    private static final LocalDate DAY = LocalDate.of(2026, 5, 8);
    private static final Statement STATEMENT = new Statement(
            "S-87",
            87L,
            new Iban("IE29AIBK93115212345678"),
            DAY,
            DAY,
            Money.of("EUR", "10000.00"),
            Money.of("EUR", "11148.59"),
            List.of(
                    new StatementLine(
                            DAY,
                            DAY.plusDays(1),
                            Money.of("EUR", "1152.09"),
                            "B1",
                            "PO-7",
                            "Card & Co",
                            "PAYOUT <PO-7>",
                            "RF18539007547034",
                            "PMNT/RCDT/ESCT"),
                    new StatementLine(
                            DAY, DAY, Money.of("EUR", "-3.50"), "B2", "", "", "ACCOUNT FEE", "", "PMNT/MDOP/CHRG")));

    private static byte[] written() {
        var out = new ByteArrayOutputStream();
        Camt053Writer.write(STATEMENT, Instant.parse("2026-05-08T20:00:00Z"), out);
        return out.toByteArray();
    }

    private static List<Statement> read(String xml) {
        return Camt053Reader.read(new ByteArrayInputStream(xml.getBytes(UTF_8)));
    }

    @Test
    void what_was_written_is_read_back() {
        Statement read = Camt053Reader.read(new ByteArrayInputStream(written())).getFirst();
        assertThat(read).usingRecursiveComparison().ignoringFields("lines").isEqualTo(STATEMENT);
        assertThat(read.lines().getFirst()).isEqualTo(STATEMENT.lines().getFirst());
        assertThat(read.lines().get(1).remittance()).isEqualTo("ACCOUNT FEE");
    }

    /** Prowide's ISO 20022 model of camt.053.001.08 is the independent reader. */
    @Test
    void an_independent_reader_sees_the_same_statement() {
        var stmt = MxCamt05300108.parse(new String(written(), UTF_8))
                .getBkToCstmrStmt()
                .getStmt()
                .getFirst();
        assertThat(stmt.getAcct().getId().getIBAN()).isEqualTo("IE29AIBK93115212345678");
        assertThat(stmt.getElctrncSeqNb()).isEqualByComparingTo("87");
        assertThat(stmt.getBal())
                .extracting(b -> b.getTp().getCdOrPrtry().getCd() + " "
                        + b.getAmt().getValue().toPlainString())
                .containsExactly("OPBD 10000.00", "CLBD 11148.59");
        assertThat(stmt.getNtry())
                .extracting(n -> n.getCdtDbtInd() + " " + n.getAmt().getValue().toPlainString() + " "
                        + n.getBkTxCd().getDomn().getFmly().getSubFmlyCd())
                .containsExactly("CRDT 1152.09 ESCT", "DBIT 3.50 CHRG");
        assertThat(stmt.getNtry()
                        .getFirst()
                        .getNtryDtls()
                        .getFirst()
                        .getTxDtls()
                        .getFirst()
                        .getRmtInf()
                        .getUstrd())
                .containsExactly("PAYOUT <PO-7>");
    }

    @Test
    void a_pending_entry_is_not_booked() {
        String xml = new String(written(), UTF_8)
                .replaceFirst("<Cd>BOOK</Cd>", "<Cd>PDNG</Cd>")
                .replace("11148.59", "9996.50");
        assertThat(read(xml).getFirst().lines()).hasSize(1);
    }

    @Test
    void each_hostile_or_broken_file_gets_one_sentence() {
        String good = new String(written(), UTF_8);
        assertThatThrownBy(() -> read(good.substring(0, 900)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("cut off or is not XML");
        assertThatThrownBy(() ->
                        read("<?xml version=\"1.0\"?><!DOCTYPE Document [<!ENTITY x SYSTEM \"file:///etc/hostname\">]>"
                                + good.substring(good.indexOf("<Document"))))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("a document type, an entity");
        assertThatThrownBy(() -> read(good.replace("053.001.08", "053.001.01")))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("no camt.053 or camt.054 in version .02 or .08");
        assertThatThrownBy(() -> read(good.replace("1152.09", "1152.10")))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("does not add up");
        assertThatThrownBy(() -> read(good.replace(">1152.09<", ">1152,09<")))
                .isInstanceOf(Refusal.class)
                .hasMessageMatching(
                        "Line \\d+ of the file: Amt “1152,09” is not an amount like 119.00. Nothing was stored.");
        assertThatThrownBy(() -> read(good.replaceAll("<Id>S-87</Id>", "")))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("has no identifier");
        assertThatThrownBy(() -> read("")).isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> Camt053Reader.read(new LimitedInput(new ByteArrayInputStream(written()), 1_000)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("larger than the 0 KB");
    }
}
