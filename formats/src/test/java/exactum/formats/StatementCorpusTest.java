package exactum.formats;

import static exactum.formats.Corpus.refused;
import static exactum.formats.Corpus.taken;
import static java.nio.charset.StandardCharsets.ISO_8859_1;
import static java.nio.charset.StandardCharsets.UTF_16;
import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;

import exactum.core.bank.Statement;
import exactum.core.problem.Refusal;
import exactum.formats.camt.Camt053Reader;
import java.io.ByteArrayInputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Every statement file is taken whole or refused with one sentence; elements by ISO 20022 camt.053.001.08. */
class StatementCorpusTest {
    private static final String ENTRY =
            "<Ntry><Amt Ccy=\"EUR\">12.00</Amt><CdtDbtInd>CRDT</CdtDbtInd><Sts><Cd>BOOK</Cd></Sts><BookgDt><Dt>2026-06-01</Dt></BookgDt><ValDt><Dt>2026-06-01</Dt></ValDt><AcctSvcrRef>R1</AcctSvcrRef><BkTxCd><Domn><Cd>PMNT</Cd><Fmly><Cd>RCDT</Cd><SubFmlyCd>ESCT</SubFmlyCd></Fmly></Domn></BkTxCd><NtryDtls><TxDtls><Refs><EndToEndId>E1</EndToEndId></Refs><RltdPties><Dbtr><Pty><Nm>Écluse</Nm></Pty></Dbtr></RltdPties><RmtInf><Ustrd>LW-2026-0001</Ustrd></RmtInf></TxDtls></NtryDtls></Ntry>";
    private static final String GOOD =
            "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:camt.053.001.08\"><BkToCstmrStmt><GrpHdr><MsgId>M</MsgId></GrpHdr>\n<Stmt><Id>S-1</Id><ElctrncSeqNb>1</ElctrncSeqNb><FrToDt><FrDtTm>2026-06-01T00:00:00Z</FrDtTm><ToDtTm>2026-06-01T23:59:59Z</ToDtTm></FrToDt><Acct><Id><IBAN>DE89370400440532013000</IBAN></Id><Ccy>EUR</Ccy></Acct>\n<Bal><Tp><CdOrPrtry><Cd>OPBD</Cd></CdOrPrtry></Tp><Amt Ccy=\"EUR\">100.00</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2026-06-01</Dt></Dt></Bal>\n<Bal><Tp><CdOrPrtry><Cd>CLBD</Cd></CdOrPrtry></Tp><Amt Ccy=\"EUR\">112.00</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2026-06-01</Dt></Dt></Bal>\n"
                    + ENTRY + "\n</Stmt></BkToCstmrStmt></Document>";

    private static String with(String old, String replacement) {
        assertThat(GOOD).contains(old);
        return GOOD.replace(old, replacement);
    }

    private static String entry(String old, String replacement) {
        assertThat(ENTRY).contains(old);
        return GOOD.replace(
                ENTRY,
                ENTRY.replaceFirst(
                        java.util.regex.Pattern.quote(old), java.util.regex.Matcher.quoteReplacement(replacement)));
    }

    /** Replaces in the closing balance alone. */
    private static String closing(String old, String replacement) {
        int at = GOOD.indexOf("CLBD");
        int found = GOOD.indexOf(old, at);
        return GOOD.substring(0, found) + replacement + GOOD.substring(found + old.length());
    }

    static Stream<Corpus.Case> cases() {
        var cases = new ArrayList<Corpus.Case>();
        cases.addAll(amounts());
        cases.addAll(marks());
        cases.addAll(dates());
        cases.addAll(ids());
        cases.addAll(balances());
        cases.addAll(files());
        cases.addAll(texts());
        cases.addAll(Corpus.otherKinds("no camt.053 or camt.054 in version .02 or .08"));
        return cases.stream();
    }

    private static List<Corpus.Case> amounts() {
        var cases = new ArrayList<Corpus.Case>();
        for (String wrong : List.of(
                "-12.00",
                "+12.00",
                "1.2E1",
                "12,00",
                "1 200",
                "0x0C",
                "NaN",
                "Infinity",
                "",
                "12.00 EUR",
                "١٢",
                ".5",
                "--1"))
            cases.add(refused("amount " + wrong, entry(">12.00<", ">" + wrong + "<"), "is not an amount like 119.00"));
        cases.add(refused("amount with six decimals", entry(">12.00<", ">12.000000<"), "is not an amount like 119.00"));
        cases.add(refused("amount finer than a cent", entry(">12.00<", ">12.001<"), "the decimals of EUR"));
        cases.add(refused(
                "amount of a million nines",
                entry(">12.00<", ">" + "9".repeat(1_000_000) + "<"),
                "more than 4,000 characters"));
        cases.add(refused("amount beyond counting", entry(">12.00<", ">999999999999999.00<"), "can be counted"));
        cases.add(refused("balance beyond counting", closing("112.00", "999999999999999"), "can be counted"));
        cases.add(refused("entry without currency", entry(" Ccy=\"EUR\"", ""), "has no currency (Ccy)"));
        cases.add(refused("entry of an empty currency", entry("Ccy=\"EUR\"", "Ccy=\"\""), "has no currency (Ccy)"));
        cases.add(refused("entry of no currency", entry("Ccy=\"EUR\"", "Ccy=\"XQZ\""), "is not a currency"));
        cases.add(refused("entry of another currency", entry("Ccy=\"EUR\"", "Ccy=\"GBP\""), "mixes currencies"));
        cases.add(refused("does not add up", closing("112.00", "112.01"), "does not add up"));
        cases.add(refused(
                "entry without an amount", entry("<Amt Ccy=\"EUR\">12.00</Amt>", ""), "An entry has no amount"));
        cases.add(taken("amount without decimals", entry(">12.00<", ">12<")));
        cases.add(taken("amount with a point at its end", entry(">12.00<", ">12.<")));
        cases.add(taken("amount with five decimals of zero", entry(">12.00<", ">12.00000<")));
        return cases;
    }

    private static List<Corpus.Case> marks() {
        var cases = new ArrayList<Corpus.Case>();
        for (String wrong : List.of("", "crdt", "C", "CR", "CREDIT", "CRDT x", "XXXX"))
            cases.add(refused("mark " + wrong, entry(">CRDT<", ">" + wrong + "<"), "is not CRDT or DBIT"));
        cases.add(refused("no mark", entry("<CdtDbtInd>CRDT</CdtDbtInd>", ""), "has no credit or debit mark"));
        for (String wrong : List.of("", "book", "BOOKED", "XXXX"))
            cases.add(
                    refused("status " + wrong, entry(">BOOK<", ">" + wrong + "<"), "is not BOOK, PDNG, INFO or FUTR"));
        cases.add(refused("no status", entry("<Sts><Cd>BOOK</Cd></Sts>", ""), "has no status"));
        cases.add(taken("status of the bank’s own", entry("<Cd>BOOK</Cd>", "<Prtry>BOOK</Prtry>")));
        cases.add(taken("debit", entry(">CRDT<", ">DBIT<").replace(">112.00<", ">88.00<")));
        cases.add(taken("pending", entry(">BOOK<", ">PDNG<").replace(">112.00<", ">100.00<")));
        cases.add(taken("information", entry(">BOOK<", ">INFO<").replace(">112.00<", ">100.00<")));
        cases.add(taken("of zero", entry(">12.00<", ">0.00<").replace(">112.00<", ">100.00<")));
        return cases;
    }

    private static List<Corpus.Case> dates() {
        var cases = new ArrayList<Corpus.Case>();
        for (String wrong : List.of(
                "2026-06-31",
                "2026-6-1",
                "01.06.2026",
                "2026-06-01 and more",
                "2026-06-01T25:00:00",
                "2026-06-01Tx",
                "9999-12-31",
                "1989-12-31",
                "2100-01-01",
                "+12026-06-01",
                "",
                "yesterday",
                "0000-00-00"))
            cases.add(refused(
                    "booked on " + wrong,
                    entry("<BookgDt><Dt>2026-06-01", "<BookgDt><Dt>" + wrong),
                    "is not a date like 2026-06-01"));
        cases.add(refused(
                "valued in another age",
                entry("<ValDt><Dt>2026-06-01", "<ValDt><Dt>9999-01-01"),
                "ValDt “9999-01-01”"));
        cases.add(
                refused("no booking date", entry("<BookgDt><Dt>2026-06-01</Dt></BookgDt>", ""), "has no booking date"));
        cases.add(
                refused("ends before it begins", with("<ToDtTm>2026-06-01", "<ToDtTm>2026-05-01"), "before it begins"));
        cases.add(refused("begins in year 9999", with("<FrDtTm>2026-06-01", "<FrDtTm>9999-06-01"), "FrDtTm"));
        cases.add(taken(
                "a moment with an offset",
                entry("<BookgDt><Dt>2026-06-01</Dt>", "<BookgDt><DtTm>2026-06-01T23:30:00+02:00</DtTm>")));
        cases.add(taken(
                "a moment without one",
                entry("<BookgDt><Dt>2026-06-01</Dt>", "<BookgDt><DtTm>2026-06-01T23:30:00</DtTm>")));
        cases.add(taken("no value date", entry("<ValDt><Dt>2026-06-01</Dt></ValDt>", "")));
        cases.add(taken(
                "no period",
                with(
                        "<FrToDt><FrDtTm>2026-06-01T00:00:00Z</FrDtTm><ToDtTm>2026-06-01T23:59:59Z</ToDtTm></FrToDt>",
                        "")));
        return cases;
    }

    private static List<Corpus.Case> ids() {
        var cases = new ArrayList<Corpus.Case>();
        cases.add(refused("no identifier", with("<Id>S-1</Id>", ""), "has no identifier"));
        cases.add(refused("empty identifier", with("<Id>S-1</Id>", "<Id> </Id>"), "Id “” is not an identifier"));
        cases.add(refused("long identifier", with("S-1", "S".repeat(36)), "at most 35 characters"));
        cases.add(refused("no account", with("<IBAN>DE89370400440532013000</IBAN>", ""), "has no account number"));
        for (String wrong : List.of(
                "DE89370400440532013001",
                "DE8937040044053201300",
                "XX89370400440532013000",
                "",
                "370400440532013000",
                "DE89 3704"))
            cases.add(refused("account " + wrong, with("DE89370400440532013000", wrong), "is not an account number"));
        for (String wrong : List.of("", "x", "-1", "1.5", "1 2", "9".repeat(19)))
            cases.add(refused(
                    "sequence " + wrong, with(">1</Elctrnc", ">" + wrong + "</Elctrnc"), "is not a sequence number"));
        cases.add(refused("long bank reference", entry(">R1<", ">" + "R".repeat(36) + "<"), "AcctSvcrRef"));
        cases.add(refused("long end-to-end reference", entry(">E1<", ">" + "E".repeat(36) + "<"), "EndToEndId"));
        cases.add(taken("no sequence", with("<ElctrncSeqNb>1</ElctrncSeqNb>", "")));
        cases.add(taken("account with blanks", with("DE89370400440532013000", "DE89 3704 0044 0532 0130 00")));
        cases.add(taken("longest identifier", with("S-1", "S".repeat(35))));
        return cases;
    }

    private static List<Corpus.Case> balances() {
        var cases = new ArrayList<Corpus.Case>();
        cases.add(refused("no opening", with("OPBD", "XPCD"), "has no booked opening balance"));
        cases.add(refused("no closing", with("CLBD", "CLAV"), "has no booked closing balance"));
        cases.add(refused("two openings", with("CLBD", "OPBD"), "two booked opening balances"));
        cases.add(refused(
                "closing without a date", closing("<Dt><Dt>2026-06-01</Dt></Dt>", ""), "The balance CLBD has no date"));
        cases.add(refused(
                "closing without a mark",
                closing("<CdtDbtInd>CRDT</CdtDbtInd>", ""),
                "The balance CLBD has no credit or debit mark"));
        cases.add(refused(
                "closing without an amount",
                closing("<Amt Ccy=\"EUR\">112.00</Amt>", ""),
                "The balance CLBD has no amount"));
        cases.add(refused("closing with a sign", closing("112.00", "-112.00"), "is not an amount"));
        cases.add(refused("closing with a wrong mark", closing("CRDT", "PLUS"), "is not CRDT or DBIT"));
        cases.add(refused("closing in year 9999", closing("2026-06-01", "9999-06-01"), "is not a date"));
        cases.add(taken("opening said as the one before closed", with("OPBD", "PRCD")));
        cases.add(taken(
                "overdrawn",
                GOOD.replace(">100.00</Amt><CdtDbtInd>CRDT", ">100.00</Amt><CdtDbtInd>DBIT")
                        .replace(">112.00</Amt><CdtDbtInd>CRDT", ">88.00</Amt><CdtDbtInd>DBIT")));
        return cases;
    }

    private static List<Corpus.Case> files() {
        var cases = new ArrayList<Corpus.Case>();
        byte[] good = GOOD.getBytes(UTF_8);
        for (int cut : new int[] {1, 40, 200, 700, good.length - 20, good.length - 1})
            cases.add(refused(
                    "cut off after " + cut, Arrays.copyOf(good, cut), cut < 200 ? "" : "cut off or is not XML"));
        cases.add(refused("nothing", new byte[0], "This is an empty file"));
        cases.add(refused("blanks", "   \n  ", "This is an empty file"));
        cases.add(refused("no statement", GOOD.replaceAll("(?s)<Stmt>.*</Stmt>", ""), "There is no statement"));
        cases.add(refused("camt.052", GOOD.replace("camt.053", "camt.052"), "This is no camt.053 or camt.054"));
        cases.add(refused(
                "an older version",
                GOOD.replace("053.001.08", "053.001.01"),
                "no camt.053 or camt.054 in version .02 or .08"));
        cases.add(refused(
                "no namespace",
                GOOD.replaceAll(" xmlns=\"[^\"]*\"", ""),
                "no camt.053 or camt.054 in version .02 or .08"));
        cases.add(refused("Latin-1 that says it is UTF-8", GOOD.getBytes(ISO_8859_1), "cut off or is not XML"));
        cases.add(refused(
                "document type",
                GOOD.replace("?>\n", "?>\n<!DOCTYPE Document [<!ENTITY a \"b\">]>\n"),
                "document type, an entity"));
        cases.add(refused(
                "external entity",
                GOOD.replace("?>\n", "?>\n<!DOCTYPE Document [<!ENTITY a SYSTEM \"file:///etc/passwd\">]>\n")
                        .replace("LW-2026-0001", "&a;"),
                "document type, an entity"));
        cases.add(refused(
                "growing entities",
                GOOD.replace(
                                "?>\n",
                                "?>\n<!DOCTYPE Document [<!ENTITY a \"aaaaaaaaaa\"><!ENTITY b \"&a;&a;&a;&a;\"><!ENTITY c \"&b;&b;&b;&b;\">]>\n")
                        .replace("LW-2026-0001", "&c;"),
                "document type, an entity"));
        cases.add(refused(
                "inclusion",
                GOOD.replace(
                        "<GrpHdr>",
                        "<xi:include xmlns:xi=\"http://www.w3.org/2001/XInclude\" href=\"file:///etc/passwd\"/><GrpHdr>"),
                "an element of another kind"));
        cases.add(refused(
                "deep nesting",
                GOOD.replace("<GrpHdr>", "<a>".repeat(60) + "</a>".repeat(60) + "<GrpHdr>"),
                "document type, an entity"));
        cases.add(refused("an element left open", GOOD.replace("</Ntry>", ""), "cut off or is not XML"));
        cases.add(refused("an undeclared entity", GOOD.replace("LW-2026-0001", "&nbsp;"), ""));
        cases.add(taken("a byte-order mark", "\uFEFF" + GOOD));
        cases.add(new Corpus.Case(
                "UTF-16 that says so", GOOD.replace("UTF-8", "UTF-16").getBytes(UTF_16), null));
        cases.add(new Corpus.Case(
                "Latin-1 that says so", GOOD.replace("UTF-8", "ISO-8859-1").getBytes(ISO_8859_1), null));
        cases.add(taken("Windows line ends", GOOD.replace("\n", "\r\n")));
        cases.add(taken("comments and instructions", GOOD.replace("<GrpHdr>", "<!-- x --><?y z?><GrpHdr>")));
        cases.add(taken(
                "a supplement of the bank’s own",
                GOOD.replace(
                        "</Ntry>", "</Ntry><SplmtryData><Envlp><x:y xmlns:x=\"urn:x\">1</x:y></Envlp></SplmtryData>")));
        cases.add(taken("elements that we do not read", GOOD.replace("<GrpHdr>", "<Other>1</Other><GrpHdr>")));
        for (String alike : List.of("NtryX", "NtryNtry", "BalX", "BalBal"))
            cases.add(taken(
                    "an element called " + alike,
                    with(
                            "<Bal><Tp><CdOrPrtry><Cd>OPBD",
                            "<%1$s><Amt>1</Amt></%1$s><Bal><Tp><CdOrPrtry><Cd>OPBD".formatted(alike))));
        cases.add(taken("no entries", GOOD.replace(ENTRY, "").replace(">112.00<", ">100.00<")));
        return cases;
    }

    private static List<Corpus.Case> texts() {
        var cases = new ArrayList<Corpus.Case>();
        cases.add(refused(
                "a field of megabytes", entry("LW-2026-0001", "x".repeat(3_000_000)), "more than 4,000 characters"));
        cases.add(refused("a long name", entry("Écluse", "É".repeat(141)), "at most 140 characters"));
        cases.add(refused("a text that turns round", entry("Écluse", "\u202EEvil"), "without control characters"));
        cases.add(refused("a C1 control", entry("Écluse", "a\u0085b\u0090"), "without control characters"));
        cases.add(refused("a NUL reference", entry("Écluse", "&#0;"), "cut off or is not XML"));
        cases.add(taken(
                "a text in parts",
                entry(
                        "<Ustrd>LW-2026-0001</Ustrd>",
                        "<Ustrd>" + "x".repeat(140) + "</Ustrd><Ustrd>LW-2026-0001</Ustrd>")));
        cases.add(taken("a text with line breaks", entry("Écluse", "Écluse\n  Nord")));
        cases.add(taken("the longest name", entry("Écluse", "É".repeat(140))));
        cases.add(taken("marks of the markup", entry("Écluse", "Smith &amp; Sons &lt;Ltd&gt;")));
        cases.add(taken("a section of characters", entry("Écluse", "<![CDATA[Smith & Sons]]>")));
        return cases;
    }

    @ParameterizedTest
    @MethodSource("cases")
    void each_file_is_taken_or_refused_with_its_sentence(Corpus.Case c) {
        Throwable thrown = catchThrowable(() -> Camt053Reader.read(new ByteArrayInputStream(c.file())));
        if (c.says() == null) assertThat(thrown).as(c.name()).isNull();
        else
            assertThat(thrown)
                    .as(c.name())
                    .isInstanceOf(Refusal.class)
                    .hasMessageContaining(c.says())
                    .hasMessageContaining("Nothing was stored");
        if (thrown != null) assertThat(thrown.getMessage().length()).isLessThan(400);
    }

    @Test
    void what_moves_no_money_and_what_a_bank_says_besides_is_kept() {
        String text = GOOD.replace(
                        ENTRY,
                        ENTRY
                                + ENTRY.replace(">12.00<", ">0.00<")
                                + ENTRY.replace(">BOOK<", ">PDNG<")
                                + ENTRY.replace(">BOOK<", ">INFO<")
                                + ENTRY.replace(
                                        "<RmtInf>",
                                        "<Chrgs><TtlChrgsAndTaxAmt Ccy=\"EUR\">1.50</TtlChrgsAndTaxAmt></Chrgs><RtrInf><Rsn><Cd>AM04</Cd></Rsn></RtrInf><RmtInf><Strd><CdtrRefInf><Ref>RF18539007547034</Ref></CdtrRefInf></Strd><Strd><CdtrRefInf><Ref>RF2</Ref></CdtrRefInf></Strd>"))
                .replace(">112.00<", ">124.00<");
        Statement statement = Camt053Reader.read(new ByteArrayInputStream(text.getBytes(UTF_8)))
                .getFirst();
        assertThat(statement.lines()).hasSize(2);
        assertThat(statement.remarks())
                .extracting(r -> r.kind().words())
                .containsExactly("of zero", "not booked yet", "for information");
        assertThat(statement.remarks().getFirst().words()).isEqualTo("Écluse LW-2026-0001");
        var last = statement.lines().getLast();
        assertThat(last.structuredReference()).isEqualTo("RF18539007547034 RF2");
        assertThat(last.further().returnReason()).isEqualTo("AM04");
        assertThat(last.further().charges()).isEqualTo("€\u00a01.50");
    }

    @Test
    void a_sentence_names_line_and_field_and_shows_what_stands_there_cut() {
        Throwable thrown = catchThrowable(() -> Camt053Reader.read(new ByteArrayInputStream(
                entry(">12.00<", ">" + "7".repeat(200) + "<").getBytes(UTF_8))));
        assertThat(thrown)
                .hasMessage(
                        "Line 6 of the file: Amt “%s…” is not an amount like 119.00. Nothing was stored.",
                        "7".repeat(60));
    }
}
