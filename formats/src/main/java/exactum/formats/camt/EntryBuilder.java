package exactum.formats.camt;

import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import exactum.formats.xml.Fields;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.LinkedHashSet;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Collects one {@code Ntry} element; paths are relative to it. Of several transactions the first names the line, and what the
 * others say of references and payers stands in its text.
 */
final class EntryBuilder {
    private static final int LONGEST_REMITTANCE = 4000;
    private static final String TRANSACTION = "NtryDtls/TxDtls";
    private final DebitDetails debits = new DebitDetails();
    private Money amount;
    private Boolean credit;
    private String status;
    private LocalDate bookedOn;
    private LocalDate valueOn;
    private String bankReference = "";
    private String endToEndId = "";

    private String information = "";
    private String returnReason = "";
    private final Set<String> references = new LinkedHashSet<>();
    private final Set<Money> charges = new LinkedHashSet<>();
    private final Set<String> batch = new LinkedHashSet<>();
    private final Set<String> more = new LinkedHashSet<>();
    private final Set<String> debtors = new LinkedHashSet<>();
    private final Set<String> creditors = new LinkedHashSet<>();
    private String debtorAccount = "";
    private String creditorAccount = "";
    private Money instructed;
    private BigDecimal rate;
    private final StringBuilder remittance = new StringBuilder();
    private final StringBuilder bankCode = new StringBuilder();

    void end(String path, String text, String currency) {
        if (path.startsWith(TRANSACTION)) debits.transaction(path.substring(TRANSACTION.length()), text, currency);
        switch (path) {
            case "Amt" -> amount = Fields.amount("Amt", currency, text);
            case "CdtDbtInd" -> credit = Fields.isCredit("CdtDbtInd", text);
            case "Sts", "Sts/Cd", "Sts/Prtry" -> status = status == null || !text.isEmpty() ? text : status;
            case "BookgDt/Dt", "BookgDt/DtTm" -> bookedOn = Fields.date("BookgDt", text);
            case "ValDt/Dt", "ValDt/DtTm" -> valueOn = Fields.date("ValDt", text);
            case "AcctSvcrRef" -> bankReference = Fields.text("AcctSvcrRef", text, 35);
            case "BkTxCd/Domn/Cd" -> bankCode.append(Fields.text("BkTxCd", text, 4));
            case "BkTxCd/Domn/Fmly/Cd", "BkTxCd/Domn/Fmly/SubFmlyCd" ->
                bankCode.append('/').append(Fields.text("BkTxCd", text, 4));
            case "NtryDtls/Btch/PmtInfId", "NtryDtls/Btch/MsgId", "NtryDtls/Btch/NbOfTxs" -> {
                debits.batch(path, text);
                if (!path.endsWith("NbOfTxs")) batch.add(Fields.text("Btch", text, 35));
            }
            case "NtryDtls/TxDtls/Refs/EndToEndId" -> reference(Fields.text("EndToEndId", text, 35));
            case "NtryDtls/TxDtls/RltdPties/Dbtr/Pty/Nm", "NtryDtls/TxDtls/RltdPties/Dbtr/Nm" ->
                debtors.add(Fields.text("Nm", text, 140));
            case "NtryDtls/TxDtls/RltdPties/Cdtr/Pty/Nm", "NtryDtls/TxDtls/RltdPties/Cdtr/Nm" ->
                creditors.add(Fields.text("Nm", text, 140));
            case "NtryDtls/TxDtls/RltdPties/DbtrAcct/Id/IBAN", "NtryDtls/TxDtls/RltdPties/DbtrAcct/Id/Othr/Id" ->
                debtorAccount = first(debtorAccount, Fields.text("DbtrAcct", text, 34));
            case "NtryDtls/TxDtls/RltdPties/CdtrAcct/Id/IBAN", "NtryDtls/TxDtls/RltdPties/CdtrAcct/Id/Othr/Id" ->
                creditorAccount = first(creditorAccount, Fields.text("CdtrAcct", text, 34));
            case "AmtDtls/InstdAmt/Amt", "NtryDtls/TxDtls/AmtDtls/InstdAmt/Amt" ->
                instructed = Fields.amount("InstdAmt", currency, text);
            case "AmtDtls/InstdAmt/CcyXchg/XchgRate",
                    "AmtDtls/TxAmt/CcyXchg/XchgRate",
                    "NtryDtls/TxDtls/AmtDtls/InstdAmt/CcyXchg/XchgRate",
                    "NtryDtls/TxDtls/AmtDtls/TxAmt/CcyXchg/XchgRate" -> rate = Fields.rate("XchgRate", text);
            case "NtryDtls/TxDtls/RmtInf/Ustrd" -> remit(Fields.text("Ustrd", text, 140));
            case "NtryDtls/TxDtls/RmtInf/Strd/CdtrRefInf/Ref" -> references.add(Fields.text("CdtrRefInf", text, 35));
            case "NtryDtls/TxDtls/RtrInf/Rsn/Cd", "NtryDtls/TxDtls/RtrInf/Rsn/Prtry" ->
                returnReason = first(returnReason, Fields.text("RtrInf", text, 35));
            case "Chrgs/TtlChrgsAndTaxAmt", "NtryDtls/TxDtls/Chrgs/TtlChrgsAndTaxAmt" ->
                charges.add(Fields.amount("TtlChrgsAndTaxAmt", currency, text));
            case "Chrgs/Amt", "NtryDtls/TxDtls/Chrgs/Amt", "Chrgs/Rcrd/Amt", "NtryDtls/TxDtls/Chrgs/Rcrd/Amt" ->
                charges.add(Fields.amount("Chrgs", currency, text));
            case "AddtlNtryInf" -> information = Fields.text("AddtlNtryInf", text, 500);
            default -> {}
        }
    }

    private void reference(String text) {
        if (endToEndId.isEmpty()) endToEndId = text;
        else more.add(text);
    }

    /** Who is on the other side: of a return it is still the one who was debited. */
    private boolean isDebtor() {
        return credit || !returnReason.isEmpty();
    }

    private String counterparty() {
        Set<String> those = isDebtor() ? debtors : creditors;
        Set<String> found = those.isEmpty() ? isDebtor() ? creditors : debtors : those;
        return found.stream().findFirst().orElse("");
    }

    private String account() {
        String theirs = isDebtor() ? debtorAccount : creditorAccount;
        return !theirs.isEmpty() || !counterparty().isEmpty() ? theirs : isDebtor() ? creditorAccount : debtorAccount;
    }

    /** What was taken off the amount on its way, where the bank says it in the line's currency. */
    private Money charged() {
        if (charges.isEmpty() || charges.stream().anyMatch(c -> !c.currency().equals(amount.currency()))) return null;
        return charges.stream().max(Money::compareTo).orElseThrow();
    }

    private StatementLine.Foreign foreign() {
        boolean isForeign = instructed != null && !instructed.currency().equals(amount.currency());
        return isForeign ? new StatementLine.Foreign(credit ? instructed : instructed.negated(), rate) : null;
    }

    private void remit(String text) {
        if (remittance.length() + text.length() < LONGEST_REMITTANCE)
            remittance.append(remittance.isEmpty() ? "" : " ").append(text);
    }

    /** Whether it is booked and moves money; else it is a remark. */
    boolean isLine() {
        require();
        return status.equals("BOOK") && !amount.isZero();
    }

    private void require() {
        if (amount == null) throw Fields.missing("amount (Amt)", "An entry");
        if (credit == null) throw Fields.missing("credit or debit mark (CdtDbtInd)", "The entry over " + amount.text());
        if (status == null) throw Fields.missing("status (Sts)", "The entry over " + amount.text());
        if (!Set.of("BOOK", "PDNG", "INFO", "FUTR").contains(status))
            throw Fields.wrong("Sts", status, "BOOK, PDNG, INFO or FUTR");
        if (status.equals("BOOK") && bookedOn == null)
            throw Fields.missing("booking date (BookgDt)", "The entry over " + amount.text());
    }

    StatementLine line() {
        return new StatementLine(
                bookedOn,
                valueOn == null ? bookedOn : valueOn,
                signed(),
                bankReference,
                endToEndId,
                counterparty(),
                words(),
                String.join(" ", references),
                bankCode.toString(),
                new StatementLine.Further(
                        returnReason,
                        charges.stream().map(Money::withCurrency).collect(Collectors.joining(", ")),
                        charged(),
                        account(),
                        foreign(),
                        debits.done(credit, amount, charged())));
    }

    Statement.Remark remark() {
        Statement.RemarkKind kind = switch (status) {
            case "BOOK" -> Statement.RemarkKind.ZERO;
            case "PDNG" -> Statement.RemarkKind.PENDING;
            case "FUTR" -> Statement.RemarkKind.FUTURE;
            default -> Statement.RemarkKind.INFORMATION;
        };
        String said = (counterparty() + " " + words()).strip();
        return new Statement.Remark(kind, bookedOn == null ? valueOn : bookedOn, signed(), said);
    }

    private Money signed() {
        return credit ? amount : amount.negated();
    }

    private String words() {
        String said = remittance.isEmpty() ? information : remittance.toString();
        if (batch.isEmpty() && more.isEmpty()) return said;
        var all = new LinkedHashSet<>(batch);
        if (!said.isEmpty()) all.add(said);
        all.addAll(more);
        if (debtors.size() > 1 && credit) all.addAll(debtors);
        String joined = String.join(" ", all);
        return joined.length() > LONGEST_REMITTANCE ? joined.substring(0, LONGEST_REMITTANCE) : joined;
    }

    private static String first(String before, String text) {
        return before.isEmpty() ? text : before;
    }
}
