package exactum.formats.camt;

import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import exactum.formats.xml.Fields;
import java.util.ArrayList;
import java.util.List;

/** Collects what an entry says of collections of ours: the batch that it books, and what comes back with it. */
final class DebitDetails {
    private final List<Transaction> transactions = new ArrayList<>();
    private Transaction open = new Transaction();
    private String message = "";
    private String group = "";
    private int count;

    /** A transaction that is being read. */
    private static final class Transaction {
        private String endToEnd = "";
        private String mandate = "";
        private Money amount;
        private Money instructed;
        private Money charged;
        private String reason = "";
        private String name = "";
        private String account = "";
    }

    void batch(String path, String text) {
        if (path.endsWith("PmtInfId")) group = Fields.text("Btch", text, 35);
        else if (path.endsWith("MsgId")) message = Fields.text("Btch", text, 35);
        else if (text.matches("[0-9]{1,9}")) count = Integer.parseInt(text);
    }

    /** An element of a transaction ends; its path is relative to {@code TxDtls}. */
    void transaction(String path, String text, String currency) {
        switch (path) {
            case "/Refs/EndToEndId" -> open.endToEnd = text.equals("NOTPROVIDED") ? "" : text;
            case "/Refs/MndtId" -> open.mandate = Fields.text("MndtId", text, 35);
            case "/Amt", "/AmtDtls/TxAmt/Amt" -> open.amount = Fields.amount("Amt", currency, text);
            case "/AmtDtls/InstdAmt/Amt" -> open.instructed = Fields.amount("InstdAmt", currency, text);
            case "/Chrgs/TtlChrgsAndTaxAmt", "/Chrgs/Amt", "/Chrgs/Rcrd/Amt" ->
                open.charged = Fields.amount("Chrgs", currency, text);
            case "/RltdPties/Dbtr/Pty/Nm", "/RltdPties/Dbtr/Nm" -> open.name = Fields.text("Nm", text, 140);
            case "/RltdPties/DbtrAcct/Id/IBAN", "/RltdPties/DbtrAcct/Id/Othr/Id" ->
                open.account = Fields.text("DbtrAcct", text, 34);
            case "/RtrInf/Rsn/Cd", "/RtrInf/Rsn/Prtry" ->
                open.reason = open.reason.isEmpty() ? Fields.text("RtrInf", text, 35) : open.reason;
            case "" -> {
                transactions.add(open);
                open = new Transaction();
            }
            default -> {}
        }
    }

    /** Of the entry, whose amount stands for its only transaction where that has none. */
    StatementLine.OfDebits done(boolean credit, Money entry, Money charged) {
        List<StatementLine.Returned> returned = credit
                ? List.of()
                : transactions.stream()
                        .filter(t -> !t.reason.isEmpty())
                        .map(t -> returned(t, entry, charged))
                        .toList();
        return new StatementLine.OfDebits(message, group, count, returned);
    }

    /** A return's amount: face value alone, or face and fee in one, where the bank says what was instructed. */
    private static StatementLine.Returned returned(Transaction t, Money entry, Money charged) {
        Money whole = t.amount == null ? entry : t.amount;
        Money zero = whole.withMinor(0);
        Money fee = t.charged != null ? t.charged : charged == null ? zero : charged;
        boolean inOne = t.instructed != null
                && t.instructed.currency().equals(whole.currency())
                && t.instructed.compareTo(whole) < 0;
        Money face = inOne ? t.instructed : whole;
        boolean feeInside = inOne && fee.currency().equals(whole.currency());
        return new StatementLine.Returned(
                t.endToEnd, t.mandate, face, feeInside ? whole.minus(face) : zero, t.reason, t.name, t.account);
    }
}
