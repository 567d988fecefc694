package exactum.formats;

import static exactum.formats.Corpus.refused;
import static exactum.formats.Corpus.taken;
import static java.nio.charset.StandardCharsets.ISO_8859_1;
import static java.nio.charset.StandardCharsets.UTF_16;
import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;

import exactum.core.problem.Refusal;
import exactum.formats.csv.CustomerCsv;
import exactum.formats.csv.PayoutCsv;
import java.io.ByteArrayInputStream;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Every payout file and every file of customers is taken whole or refused with one sentence (RFC 4180, read strictly). */
class CsvCorpusTest {
    private static final String HEAD =
            "payout,sales_on,arrives_on,currency,net,kind,date,sale,description,gross,fee\r\n";
    private static final String SALE =
            "po_1,2026-06-01,2026-06-03,EUR,95.00,sale,2026-06-01,sa_1,Berth,100.00,4.00\r\n";
    private static final String FEE = "po_1,2026-06-01,2026-06-03,EUR,95.00,fee,2026-06-01,,Monthly,0.00,1.00\r\n";
    private static final String GOOD = HEAD + SALE + FEE;
    private static final String PEOPLE = "code,name,country,currency\nC-1,Ada,IE,EUR\n";

    /** The file with another value in a column of its sale. */
    private static String sale(int column, String value) {
        String[] cells = SALE.strip().split(",", -1);
        cells[column] = value;
        return HEAD + String.join(",", cells) + "\r\n" + FEE;
    }

    private static String fee(int column, String value) {
        String[] cells = FEE.strip().split(",", -1);
        cells[column] = value;
        return HEAD + SALE + String.join(",", cells) + "\r\n";
    }

    /** The file with another value in a column of both rows. */
    private static String both(int column, String value) {
        return HEAD + sale(column, value).lines().skip(1).findFirst().orElseThrow() + "\r\n"
                + fee(column, value).lines().skip(2).findFirst().orElseThrow() + "\r\n";
    }

    static Stream<Corpus.Case> payouts() {
        var cases = new ArrayList<Corpus.Case>();
        for (String wrong : List.of(
                "1e2",
                "1E2",
                "100,00",
                "+100.00",
                "",
                "NaN",
                "0x10",
                "1 00",
                "100.00 EUR",
                "9".repeat(1500),
                "..",
                "١"))
            cases.add(refused(
                    "gross " + wrong,
                    sale(9, wrong.contains(",") ? "\"" + wrong + "\"" : wrong),
                    "is not an amount like 77.83"));
        cases.add(refused("negative gross", sale(9, "-100.00"), "gross “-100.00” is not zero or more"));
        cases.add(refused("negative fee", sale(10, "-4.00"), "fee “-4.00” is not zero or more"));
        cases.add(refused("gross finer than a cent", sale(9, "100.001"), "the decimals of EUR"));
        cases.add(refused("gross on a fee", fee(9, "1.00"), "is not 0.00, as a fee of its own"));
        cases.add(refused("sale on a fee", fee(7, "sa_2"), "is not empty, as a fee of its own"));
        for (String wrong : List.of("", " sa_1", "sa_1 ", "sa 1", "sä_1", "s".repeat(65), "sa\u00a01"))
            cases.add(refused("sale reference " + wrong, sale(7, wrong), "is not a reference of 1 to 64"));
        for (String wrong : List.of("", " po_1", "po_1 ", "po 1"))
            cases.add(refused("payout reference " + wrong, both(0, wrong), "is not a reference of 1 to 64"));
        for (String wrong : List.of("", "SALE", "payment", "sale fee"))
            cases.add(refused("kind " + wrong, sale(5, wrong), "is not sale, refund, chargeback, correction, fee"));
        cases.add(refused("a refund that came in", sale(5, "refund"), "is not below zero, as money went back"));
        cases.add(refused("a fee with a gross", sale(5, "fee"), "is not 0.00"));
        cases.add(refused("a reserve with a fee", sale(5, "reserve"), "is not 0.00, as a reserve has no fee"));
        for (String wrong : List.of(
                "", "1.6.2026", "2026-06-31", "9999-12-31", "1989-01-01", "2026-06-01 x", "2026-06-01T00:00", "today"))
            cases.add(refused("date " + wrong, sale(6, wrong), "is not a date like 2026-06-01"));
        cases.add(refused("arrives in another age", both(2, "9999-01-01"), "is not a date"));
        cases.add(
                refused("arrives before its sales", both(2, "2026-05-31"), "is not on or after the day of its sales"));
        for (String wrong : List.of("", "euro", "XQZ", "EURO", "€"))
            cases.add(refused("currency " + wrong, both(3, wrong), "is not a currency like EUR"));
        cases.add(refused("does not add up", both(4, "95.01"), "does not add up"));
        cases.add(refused("more than can be counted", both(4, "9999999999999.00"), "does not add up"));
        cases.add(refused(
                "rows of two payouts",
                GOOD.replace("po_1,2026-06-01,2026-06-03,EUR,95.00,fee", "po_2,2026-06-01,2026-06-03,EUR,95.00,fee"),
                "Line 3 is of another payout"));
        cases.add(refused("rows of two nets", GOOD.replace("95.00,fee", "95.01,fee"), "Line 3 is of another payout"));
        cases.add(refused("no rows", HEAD, "There is no payout"));
        cases.add(refused("nothing", "", "There is no payout"));
        cases.add(refused("blank rows", HEAD + "\r\n\r\n", "There is no payout"));
        cases.addAll(common("payout", GOOD, "description", "Berth"));
        cases.add(taken("as it should be", GOOD));
        cases.add(taken("a payout of fees alone", HEAD + FEE.replace("95.00", "-1.00")));
        cases.add(taken("a sale without a fee", both(4, "99.00").replace(",100.00,4.00", ",100.00,0.00")));
        return cases.stream();
    }

    static Stream<Corpus.Case> customers() {
        var cases = new ArrayList<>(common("customers", PEOPLE, "name", "Ada"));
        cases.add(refused("no rows", "code,name,country,currency\n", "There is no customer"));
        cases.add(refused("nothing", "", "There is no customer"));
        for (String column : List.of("code", "name", "country", "currency"))
            cases.add(
                    refused("without " + column, PEOPLE.replace(column, column.equals("code") ? "kind" : "email"), ""));
        cases.add(taken("as it should be", PEOPLE));
        cases.add(
                taken(
                        "with every column",
                        "code,name,kind,email,address,country,currency,tax_number\nC-1,Ada,person,a@b.ie,Quay 1|Reedharbour,IE,EUR,\n"));
        cases.add(taken(
                "that was returned with its reasons", "code,name,country,currency,reason\nC-1,Ada,IE,EUR,was wrong\n"));
        cases.add(taken(
                "an address in lines", "code,name,country,currency,address\nC-1,Ada,IE,EUR,\"Quay 1\nReedharbour\"\n"));
        return cases.stream();
    }

    /** What is the same for every kind of CSV. */
    private static List<Corpus.Case> common(String kind, String good, String column, String value) {
        var cases = new ArrayList<Corpus.Case>();
        String semicolons = good.replace(',', ';');
        cases.add(refused(kind + " in Latin-1", good.replace(value, "Bärth").getBytes(ISO_8859_1), "is not in UTF-8"));
        cases.add(refused(kind + " in UTF-16", good.getBytes(UTF_16), "This is text in UTF-16"));
        cases.add(refused(
                kind + " with half a letter", bytes(good.replace(value, "B\u0001"), (byte) 0xC3), "is not in UTF-8"));
        cases.add(
                refused(kind + " with a NUL", good.replace(value, "B\u0000rth"), "holds a character that no text has"));
        cases.add(refused(
                kind + " with a vertical tab",
                good.replace(value, "B\u000Brth"),
                "holds a character that no text has"));
        cases.add(refused(
                kind + " that turns round", good.replace(value, "\u202EB"), "holds a character that no text has"));
        cases.add(refused(
                kind + " with a cell of megabytes",
                good.replace(value, "x".repeat(3_000_000)),
                "more than 2,000 characters"));
        cases.add(refused(kind + " with a cell too many", good.stripTrailing() + ",extra\n", "cells, not"));
        cases.add(refused(
                kind + " with a cell too few",
                good.substring(0, good.stripTrailing().lastIndexOf(',')) + "\n",
                "cells, not"));
        cases.add(refused(kind + " cut in a quotation", good.stripTrailing().replace(value, "\"" + value), ""));
        cases.add(refused(
                kind + " with an unknown column",
                good.replaceFirst("\r?\n", ",colour\n"),
                "The column “colour” is not known"));
        cases.add(refused(
                kind + " with a column twice",
                good.replaceFirst(column, good.substring(0, good.indexOf(','))),
                "stands there twice"));
        cases.add(
                refused(kind + " with another head", good.replaceFirst(column, column.toUpperCase()), "is not known"));
        cases.add(taken(kind + " with a byte-order mark", "\uFEFF" + good));
        cases.add(taken(kind + " with Unix line ends", good.replace("\r\n", "\n")));
        cases.add(taken(
                kind + " with Windows line ends", good.replace("\r\n", "\n").replace("\n", "\r\n")));
        cases.add(taken(kind + " with semicolons", semicolons));
        cases.add(taken(kind + " without a last line end", good.stripTrailing()));
        cases.add(taken(kind + " with quotation marks", good.replace(value, "\"" + value + ", \"\"so\"\"\"")));
        cases.add(taken(kind + " with blanks in its head", good.replaceFirst(column, " " + column + " ")));
        cases.addAll(Corpus.otherKinds("XML with the root “Invoice”"));
        return cases;
    }

    private static byte[] bytes(String text, byte odd) {
        byte[] bytes = text.getBytes(UTF_8);
        for (int i = 0; i < bytes.length; i++) if (bytes[i] == 1) bytes[i] = odd;
        return bytes;
    }

    @ParameterizedTest
    @MethodSource("payouts")
    void a_payout_is_taken_or_refused_with_its_sentence(Corpus.Case c) {
        check(c, PayoutCsv::read);
    }

    @ParameterizedTest
    @MethodSource("customers")
    void customers_are_taken_or_refused_with_their_sentence(Corpus.Case c) {
        check(c, CustomerCsv::read);
    }

    private static void check(Corpus.Case c, Consumer<InputStream> reader) {
        Throwable thrown = catchThrowable(() -> reader.accept(new ByteArrayInputStream(c.file())));
        if (c.says() == null) {
            assertThat(thrown).as(c.name()).isNull();
            return;
        }
        assertThat(thrown)
                .as(c.name())
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(c.says())
                .hasMessageContaining("Nothing was stored");
        assertThat(thrown.getMessage().length()).isLessThan(400);
    }
}
