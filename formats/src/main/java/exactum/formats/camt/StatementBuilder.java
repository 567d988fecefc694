package exactum.formats.camt;

import exactum.core.bank.AccountNumber;
import exactum.core.bank.Iban;
import exactum.core.bank.Notice;
import exactum.core.bank.OtherAccount;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.formats.xml.Fields;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;

/** Collects one {@code Stmt} element; paths are relative to it. */
final class StatementBuilder {
    private final List<StatementLine> lines = new ArrayList<>();
    private String reference;
    private Long sequence;
    private AccountNumber iban;
    private LocalDate from;
    private LocalDate until;
    private Balance opening;
    private Balance closing;
    private Balance balance;
    private EntryBuilder entry;
    private String currency;

    private final List<Statement.Remark> remarks = new ArrayList<>();

    private static final class Balance {
        private String type = "";
        private Money amount;
        private Boolean credit;
        private LocalDate date;

        private void require() {
            if (amount == null) throw Fields.missing("amount (Amt)", "The balance " + type);
            if (credit == null) throw Fields.missing("credit or debit mark (CdtDbtInd)", "The balance " + type);
            if (date == null) throw Fields.missing("date (Dt)", "The balance " + type);
        }

        private Money money() {
            return credit ? amount : amount.negated();
        }
    }

    void start(String path, String currencyAttribute) {
        currency = currencyAttribute;
        if (path.equals("Bal")) balance = new Balance();
        if (path.equals("Ntry")) entry = new EntryBuilder();
    }

    void end(String path, String text) {
        if (isWithin("Bal", path)) endBalance(path, text);
        else if (isWithin("Ntry", path)) endEntry(path, text);
        else {
            switch (path) {
                case "Id" -> reference = Fields.id("Id", text);
                case "ElctrncSeqNb" -> sequence = Long.valueOf(number(text));
                case "Acct/Id/IBAN" -> iban = Fields.account("IBAN", text, Iban::new);
                case "Acct/Id/Othr/Id" -> iban = Fields.account("Othr/Id", text, OtherAccount::new);
                case "FrToDt/FrDtTm" -> from = Fields.date("FrDtTm", text);
                case "FrToDt/ToDtTm" -> until = Fields.date("ToDtTm", text);
                default -> {}
            }
        }
    }

    private static boolean isWithin(String element, String path) {
        return path.equals(element) || path.startsWith(element + "/");
    }

    private void endBalance(String path, String text) {
        switch (path) {
            case "Bal/Tp/CdOrPrtry/Cd" -> balance.type = Fields.text("Tp", text, 4);
            case "Bal/Amt" -> balance.amount = Fields.amount("Amt", currency, text);
            case "Bal/CdtDbtInd" -> balance.credit = Fields.isCredit("CdtDbtInd", text);
            case "Bal/Dt/Dt", "Bal/Dt/DtTm" -> balance.date = Fields.date("Dt", text);
            case "Bal" -> take(balance);
            default -> {}
        }
    }

    private void take(Balance done) {
        done.require();
        switch (done.type) {
            case "OPBD" -> {
                if (opening != null && opening.type.equals("OPBD")) throw twice("opening");
                opening = done;
            }
            case "PRCD" -> {
                if (opening == null) opening = done;
            }
            case "CLBD" -> {
                if (closing != null) throw twice("closing");
                closing = done;
            }
            default -> {}
        }
    }

    private static Refusal twice(String which) {
        return new Refusal(
                "statement.balance-twice",
                "The statement has two booked %s balances. Nothing was stored.".formatted(which));
    }

    private void endEntry(String path, String text) {
        if (!path.equals("Ntry")) {
            entry.end(path.substring("Ntry/".length()), text, currency);
        } else if (entry.isLine()) {
            lines.add(entry.line());
        } else {
            remarks.add(entry.remark());
        }
    }

    Notice notice() {
        if (reference == null) throw Fields.missing("identifier (Id)", "The notice");
        if (iban == null) throw Fields.missing("account number (IBAN)", "The notice");
        return new Notice(reference, iban, lines);
    }

    Statement build() {
        if (reference == null) throw Fields.missing("identifier (Id)", "The statement");
        if (iban == null) throw Fields.missing("account number (IBAN)", "The statement");
        if (opening == null) throw Fields.missing("booked opening balance (OPBD or PRCD)", "The statement");
        if (closing == null) throw Fields.missing("booked closing balance (CLBD)", "The statement");
        LocalDate first = from != null ? from : opening.date;
        LocalDate last = until != null ? until : closing.date;
        if (last.isBefore(first))
            throw new Refusal(
                    "statement.period",
                    "The statement ends on %s, before it begins on %s. Nothing was stored.".formatted(last, first));
        try {
            return new Statement(
                    reference, sequence, iban, first, last, opening.money(), closing.money(), lines, remarks);
        } catch (ArithmeticException tooMuch) {
            throw new Refusal(
                    "statement.range", "The statement comes to more than can be counted. Nothing was stored.");
        }
    }

    private static String number(String text) {
        if (text.matches("\\d{1,18}")) return text;
        throw Fields.wrong("ElctrncSeqNb", text, "a sequence number");
    }
}
