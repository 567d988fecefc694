package exactum.formats.camt;

import exactum.core.bank.Iban;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;

/** Collects one {@code Stmt} element; paths are relative to it. */
final class StatementBuilder {
    private final List<StatementLine> lines = new ArrayList<>();
    private String reference;
    private Long sequence;
    private String iban;
    private LocalDate from;
    private LocalDate until;
    private Balance opening;
    private Balance closing;
    private Balance balance;
    private EntryBuilder entry;
    private String currency;

    private static final class Balance {
        private String type = "";
        private String amount;
        private String currency;
        private boolean credit;
        private LocalDate date;

        private Money money() {
            Money sum = amount(currency, amount);
            return credit ? sum : sum.negated();
        }
    }

    void start(String path, String currencyAttribute) {
        if (currencyAttribute != null) currency = currencyAttribute;
        if (path.equals("Bal")) balance = new Balance();
        if (path.equals("Ntry")) entry = new EntryBuilder();
    }

    void end(String path, String text) {
        if (path.startsWith("Bal")) endBalance(path, text);
        else if (path.startsWith("Ntry")) endEntry(path, text);
        else {
            switch (path) {
                case "Id" -> reference = text;
                case "ElctrncSeqNb" -> sequence = Long.valueOf(number(text));
                case "Acct/Id/IBAN" -> iban = text;
                case "FrToDt/FrDtTm" -> from = date(text);
                case "FrToDt/ToDtTm" -> until = date(text);
                default -> {}
            }
        }
    }

    private void endBalance(String path, String text) {
        switch (path) {
            case "Bal/Tp/CdOrPrtry/Cd" -> balance.type = text;
            case "Bal/Amt" -> {
                balance.amount = text;
                balance.currency = currency;
            }
            case "Bal/CdtDbtInd" -> balance.credit = text.equals("CRDT");
            case "Bal/Dt/Dt", "Bal/Dt/DtTm" -> balance.date = date(text);
            case "Bal" -> {
                if (balance.type.equals("OPBD") || balance.type.equals("PRCD") && opening == null) opening = balance;
                if (balance.type.equals("CLBD")) closing = balance;
            }
            default -> {}
        }
    }

    private void endEntry(String path, String text) {
        if (path.equals("Ntry")) {
            if (entry.isBooked()) lines.add(entry.build());
            entry = null;
        } else {
            entry.end(path.substring("Ntry/".length()), text, currency);
        }
    }

    Statement build() {
        if (reference == null || iban == null || opening == null || closing == null) {
            throw new Refusal(
                    "statement.incomplete",
                    "The statement lacks its identifier, its account or a booked balance. Nothing was stored. Fetch it from the bank again.");
        }
        LocalDate first = from != null ? from : opening.date;
        LocalDate last = until != null ? until : closing.date;
        return new Statement(reference, sequence, new Iban(iban), first, last, opening.money(), closing.money(), lines);
    }

    static Money amount(String currency, String text) {
        try {
            return Money.of(java.util.Currency.getInstance(currency), new BigDecimal(text));
        } catch (ArithmeticException | IllegalArgumentException | NullPointerException wrong) {
            throw new Refusal(
                    "statement.amount",
                    "“%s %s” in the statement is not an amount. Nothing was stored.".formatted(text, currency));
        }
    }

    static LocalDate date(String text) {
        try {
            return LocalDate.parse(text.length() > 10 ? text.substring(0, 10) : text);
        } catch (DateTimeException wrong) {
            throw new Refusal(
                    "statement.date", "“%s” in the statement is not a date. Nothing was stored.".formatted(text));
        }
    }

    private static String number(String text) {
        if (text.matches("\\d{1,18}")) return text;
        throw new Refusal(
                "statement.sequence",
                "“%s” in the statement is not a sequence number. Nothing was stored.".formatted(text));
    }
}
