package exactum.formats.camt;

import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.time.LocalDate;

/** Collects one {@code Ntry} element; paths are relative to it. Of several transactions the first names the line. */
final class EntryBuilder {
    private Money amount;
    private boolean credit;
    private String status = "";
    private LocalDate bookedOn;
    private LocalDate valueOn;
    private String bankReference = "";
    private String endToEndId = "";
    private String counterparty = "";
    private String structuredReference = "";
    private String information = "";
    private final StringBuilder remittance = new StringBuilder();
    private final StringBuilder bankCode = new StringBuilder();

    void end(String path, String text, String currency) {
        switch (path) {
            case "Amt" -> amount = StatementBuilder.amount(currency, text);
            case "CdtDbtInd" -> credit = text.equals("CRDT");
            case "Sts/Cd" -> status = text;
            case "BookgDt/Dt", "BookgDt/DtTm" -> bookedOn = StatementBuilder.date(text);
            case "ValDt/Dt", "ValDt/DtTm" -> valueOn = StatementBuilder.date(text);
            case "AcctSvcrRef" -> bankReference = text;
            case "BkTxCd/Domn/Cd" -> bankCode.append(text);
            case "BkTxCd/Domn/Fmly/Cd", "BkTxCd/Domn/Fmly/SubFmlyCd" ->
                bankCode.append('/').append(text);
            case "NtryDtls/TxDtls/Refs/EndToEndId" -> endToEndId = first(endToEndId, text);
            case "NtryDtls/TxDtls/RltdPties/Dbtr/Pty/Nm", "NtryDtls/TxDtls/RltdPties/Cdtr/Pty/Nm" ->
                counterparty = first(counterparty, text);
            case "NtryDtls/TxDtls/RmtInf/Ustrd" ->
                remittance.append(remittance.isEmpty() ? "" : " ").append(text);
            case "NtryDtls/TxDtls/RmtInf/Strd/CdtrRefInf/Ref" -> structuredReference = first(structuredReference, text);
            case "AddtlNtryInf" -> information = text;
            default -> {}
        }
    }

    boolean isBooked() {
        return status.equals("BOOK");
    }

    StatementLine build() {
        if (amount == null || bookedOn == null) {
            throw new Refusal(
                    "statement.entry",
                    "An entry of the statement lacks its amount or booking date. Nothing was stored.");
        }
        return new StatementLine(
                bookedOn,
                valueOn == null ? bookedOn : valueOn,
                credit ? amount : amount.negated(),
                bankReference,
                endToEndId,
                counterparty,
                remittance.isEmpty() ? information : remittance.toString(),
                structuredReference,
                bankCode.toString());
    }

    private static String first(String before, String text) {
        return before.isEmpty() ? text : before;
    }
}
