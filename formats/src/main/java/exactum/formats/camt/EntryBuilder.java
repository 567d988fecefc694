package exactum.formats.camt;

import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.LinkedHashSet;
import java.util.Set;

/** Collects one {@code Ntry} element; paths are relative to it. Of several transactions the first names the line. */
final class EntryBuilder {
    private static final int LONGEST_REMITTANCE = 4000;
    private Money amount;
    private Boolean credit;
    private String status;
    private LocalDate bookedOn;
    private LocalDate valueOn;
    private String bankReference = "";
    private String endToEndId = "";
    private String counterparty = "";
    private String information = "";
    private String returnReason = "";
    private final Set<String> references = new LinkedHashSet<>();
    private final Set<String> charges = new LinkedHashSet<>();
    private final StringBuilder remittance = new StringBuilder();
    private final StringBuilder bankCode = new StringBuilder();

    void end(String path, String text, String currency) {
        switch (path) {
            case "Amt" -> amount = Fields.amount("Amt", currency, text);
            case "CdtDbtInd" -> credit = Fields.isCredit("CdtDbtInd", text);
            case "Sts/Cd", "Sts/Prtry" -> status = text;
            case "BookgDt/Dt", "BookgDt/DtTm" -> bookedOn = Fields.date("BookgDt", text);
            case "ValDt/Dt", "ValDt/DtTm" -> valueOn = Fields.date("ValDt", text);
            case "AcctSvcrRef" -> bankReference = Fields.text("AcctSvcrRef", text, 35);
            case "BkTxCd/Domn/Cd" -> bankCode.append(Fields.text("BkTxCd", text, 4));
            case "BkTxCd/Domn/Fmly/Cd", "BkTxCd/Domn/Fmly/SubFmlyCd" ->
                bankCode.append('/').append(Fields.text("BkTxCd", text, 4));
            case "NtryDtls/TxDtls/Refs/EndToEndId" ->
                endToEndId = first(endToEndId, Fields.text("EndToEndId", text, 35));
            case "NtryDtls/TxDtls/RltdPties/Dbtr/Pty/Nm", "NtryDtls/TxDtls/RltdPties/Cdtr/Pty/Nm" ->
                counterparty = first(counterparty, Fields.text("Nm", text, 140));
            case "NtryDtls/TxDtls/RmtInf/Ustrd" -> remit(Fields.text("Ustrd", text, 140));
            case "NtryDtls/TxDtls/RmtInf/Strd/CdtrRefInf/Ref" -> references.add(Fields.text("CdtrRefInf", text, 35));
            case "NtryDtls/TxDtls/RtrInf/Rsn/Cd", "NtryDtls/TxDtls/RtrInf/Rsn/Prtry" ->
                returnReason = first(returnReason, Fields.text("RtrInf", text, 35));
            case "Chrgs/TtlChrgsAndTaxAmt", "NtryDtls/TxDtls/Chrgs/TtlChrgsAndTaxAmt" ->
                charges.add(Fields.amount("TtlChrgsAndTaxAmt", currency, text).withCurrency());
            case "Chrgs/Rcrd/Amt", "NtryDtls/TxDtls/Chrgs/Rcrd/Amt" ->
                charges.add(Fields.amount("Rcrd/Amt", currency, text).withCurrency());
            case "AddtlNtryInf" -> information = Fields.text("AddtlNtryInf", text, 500);
            default -> {}
        }
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
                counterparty,
                words(),
                String.join(" ", references),
                bankCode.toString(),
                new StatementLine.Further(returnReason, String.join(", ", charges), null, "", null));
    }

    Statement.Remark remark() {
        Statement.RemarkKind kind = switch (status) {
            case "BOOK" -> Statement.RemarkKind.ZERO;
            case "PDNG" -> Statement.RemarkKind.PENDING;
            case "FUTR" -> Statement.RemarkKind.FUTURE;
            default -> Statement.RemarkKind.INFORMATION;
        };
        String said = counterparty.isEmpty() ? words() : (counterparty + " " + words()).strip();
        return new Statement.Remark(kind, bookedOn == null ? valueOn : bookedOn, signed(), said);
    }

    private Money signed() {
        return credit ? amount : amount.negated();
    }

    private String words() {
        return remittance.isEmpty() ? information : remittance.toString();
    }

    private static String first(String before, String text) {
        return before.isEmpty() ? text : before;
    }
}
