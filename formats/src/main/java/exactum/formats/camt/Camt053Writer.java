package exactum.formats.camt;

import exactum.core.bank.AccountNumber;
import exactum.core.bank.Iban;
import exactum.core.bank.Notice;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import exactum.core.text.CleanText;
import exactum.formats.xml.XmlOut;
import java.io.OutputStream;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** Writes one statement as camt.053.001.08, or one notice as camt.054.001.08, elements in the order of the ISO 20022 message definitions. */
public final class Camt053Writer {
    private static final Map<String, Integer> MOST = Map.of(
            "Id",
            35,
            "MsgId",
            35,
            "NtryRef",
            35,
            "AcctSvcrRef",
            35,
            "EndToEndId",
            35,
            "MndtId",
            35,
            "PmtInfId",
            35,
            "Ref",
            35);
    private static final int MOST_OF_OTHERS = 140;
    private final XMLStreamWriter xml;

    private Camt053Writer(XMLStreamWriter xml) {
        this.xml = xml;
    }

    /** Writes the statement as UTF-8; {@code createdAt} is in UTC. */
    public static void write(Statement statement, Instant createdAt, OutputStream out) {
        writing(
                out,
                writer -> writer.statement(
                        statement, createdAt.truncatedTo(ChronoUnit.SECONDS).toString()));
    }

    /** Writes the notice as UTF-8; {@code createdAt} is in UTC. */
    public static void write(Notice notice, Instant createdAt, OutputStream out) {
        writing(
                out,
                writer -> writer.notice(
                        notice, createdAt.truncatedTo(ChronoUnit.SECONDS).toString()));
    }

    private interface Writing {
        void by(Camt053Writer writer) throws XMLStreamException;
    }

    private static void writing(OutputStream out, Writing writing) {
        try {
            XMLStreamWriter xml = XmlOut.to(out);
            writing.by(new Camt053Writer(xml));
            xml.flush();
        } catch (XMLStreamException e) {
            throw new IllegalStateException("The statement could not be written", e);
        }
    }

    private void begin(String namespace, String message, String reference, String created) throws XMLStreamException {
        xml.writeStartDocument("UTF-8", "1.0");
        xml.writeStartElement("Document");
        xml.writeDefaultNamespace(namespace);
        open(message);
        open("GrpHdr");
        text("MsgId", reference);
        text("CreDtTm", created);
        close();
    }

    private void statement(Statement statement, String created) throws XMLStreamException {
        begin(Camt053.NAMESPACE, "BkToCstmrStmt", statement.reference(), created);
        open("Stmt");
        text("Id", statement.reference());
        if (statement.sequence() != null)
            text("ElctrncSeqNb", statement.sequence().toString());
        text("CreDtTm", created);
        open("FrToDt");
        text("FrDtTm", statement.from() + "T00:00:00Z");
        text("ToDtTm", statement.until() + "T23:59:59Z");
        close();
        account(statement.iban(), statement.opening().currency().getCurrencyCode());
        balance("OPBD", statement.opening(), statement.from());
        balance("CLBD", statement.closing(), statement.until());
        entries(statement.lines());
        xml.writeEndDocument();
    }

    private void notice(Notice notice, String created) throws XMLStreamException {
        begin(Camt053.NOTICE_NAMESPACE, "BkToCstmrDbtCdtNtfctn", notice.reference(), created);
        open("Ntfctn");
        text("Id", notice.reference());
        text("CreDtTm", created);
        account(notice.account(), notice.lines().getFirst().amount().currency().getCurrencyCode());
        entries(notice.lines());
        xml.writeEndDocument();
    }

    private void entries(List<StatementLine> lines) throws XMLStreamException {
        for (int i = 0; i < lines.size(); i++) entry(i + 1, lines.get(i));
    }

    private void account(AccountNumber number, String currency) throws XMLStreamException {
        open("Acct");
        open("Id");
        if (number instanceof Iban iban) text("IBAN", iban.value());
        else {
            open("Othr");
            text("Id", number.value());
            close();
        }
        close();
        text("Ccy", currency);
        close();
    }

    private void balance(String type, Money amount, LocalDate date) throws XMLStreamException {
        open("Bal");
        open("Tp");
        open("CdOrPrtry");
        text("Cd", type);
        close();
        close();
        signed(amount);
        date("Dt", date);
        close();
    }

    private void entry(int number, StatementLine line) throws XMLStreamException {
        open("Ntry");
        text("NtryRef", Integer.toString(number));
        signed(line.amount());
        open("Sts");
        text("Cd", "BOOK");
        close();
        date("BookgDt", line.bookedOn());
        date("ValDt", line.valueOn());
        if (holds("AcctSvcrRef", line.bankReference())) text("AcctSvcrRef", line.bankReference());
        bankCode(line.bankCode());
        details(line);
        close();
    }

    private void details(StatementLine line) throws XMLStreamException {
        open("NtryDtls");
        StatementLine.OfDebits debits = line.further().debits();
        if (!debits.group().isEmpty()) {
            open("Btch");
            text("MsgId", debits.message());
            text("PmtInfId", debits.group());
            text("NbOfTxs", Integer.toString(debits.count()));
            close();
        }
        if (debits.returned().isEmpty()) transaction(line);
        else for (StatementLine.Returned returned : debits.returned()) returned(returned);
        close();
    }

    /** A collection that comes back; who was debited stays the debtor. */
    private void returned(StatementLine.Returned returned) throws XMLStreamException {
        open("TxDtls");
        open("Refs");
        text("EndToEndId", holds("EndToEndId", returned.endToEndId()) ? returned.endToEndId() : "NOTPROVIDED");
        if (holds("MndtId", returned.mandate())) text("MndtId", returned.mandate());
        close();
        signed(returned.amount().plus(returned.charged()).negated());
        if (returned.charged().isPositive()) {
            open("AmtDtls");
            open("InstdAmt");
            amount("Amt", returned.amount());
            close();
            close();
            charged(returned.charged());
        }
        open("RltdPties");
        open("Dbtr");
        open("Pty");
        text("Nm", returned.name());
        close();
        close();
        close();
        open("RtrInf");
        open("Rsn");
        text("Cd", returned.reason());
        close();
        close();
        close();
    }

    private void transaction(StatementLine line) throws XMLStreamException {
        boolean credit = line.amount().isPositive();
        open("TxDtls");
        open("Refs");
        text("EndToEndId", holds("EndToEndId", line.endToEndId()) ? line.endToEndId() : "NOTPROVIDED");
        close();
        signed(line.amount());
        sent(line.further().foreign());
        charged(line.further().charged());
        String account = line.further().account();
        boolean isIban = account.matches("[A-Z]{2}[0-9]{2}[A-Z0-9]{1,30}");
        if (holds("Nm", line.counterparty()) || isIban) {
            open("RltdPties");
            if (holds("Nm", line.counterparty())) {
                open(credit ? "Dbtr" : "Cdtr");
                open("Pty");
                text("Nm", line.counterparty());
                close();
                close();
            }
            if (isIban) {
                open(credit ? "DbtrAcct" : "CdtrAcct");
                open("Id");
                text("IBAN", account);
                close();
                close();
            }
            close();
        }
        List<String> remittance = pieces(line.remittance());
        boolean structured = holds("Ref", line.structuredReference());
        if (!remittance.isEmpty() || structured) {
            open("RmtInf");
            for (String part : remittance) text("Ustrd", part);
            if (structured) structured(line.structuredReference());
            close();
        }
        close();
    }

    /** What was sent in another currency, with its rate. */
    private void sent(StatementLine.Foreign foreign) throws XMLStreamException {
        if (foreign == null) return;
        String currency = foreign.amount().currency().getCurrencyCode();
        open("AmtDtls");
        open("InstdAmt");
        amount("Amt", foreign.amount());
        if (foreign.rate() != null) {
            open("CcyXchg");
            text("SrcCcy", currency);
            text("XchgRate", foreign.rate().toPlainString());
            close();
        }
        close();
        close();
    }

    private void charged(Money charged) throws XMLStreamException {
        if (charged == null) return;
        open("Chrgs");
        amount("TtlChrgsAndTaxAmt", charged);
        close();
    }

    private void structured(String reference) throws XMLStreamException {
        open("Strd");
        open("CdtrRefInf");
        text("Ref", reference);
        close();
        close();
    }

    private void bankCode(String code) throws XMLStreamException {
        String[] parts = code.split("/");
        if (parts.length != 3)
            throw new IllegalArgumentException("a bank transaction code has three parts, but this is " + code);
        open("BkTxCd");
        open("Domn");
        text("Cd", parts[0]);
        open("Fmly");
        text("Cd", parts[1]);
        text("SubFmlyCd", parts[2]);
        close();
        close();
        close();
    }

    private void signed(Money amount) throws XMLStreamException {
        amount("Amt", amount);
        text("CdtDbtInd", amount.isNegative() ? "DBIT" : "CRDT");
    }

    private void amount(String element, Money amount) throws XMLStreamException {
        xml.writeStartElement(element);
        xml.writeAttribute("Ccy", amount.currency().getCurrencyCode());
        xml.writeCharacters(amount.abs().plain());
        xml.writeEndElement();
    }

    private void date(String element, LocalDate date) throws XMLStreamException {
        open(element);
        text("Dt", date.toString());
        close();
    }

    private void open(String element) throws XMLStreamException {
        xml.writeStartElement(element);
    }

    private void close() throws XMLStreamException {
        xml.writeEndElement();
    }

    /** Max140Text as often as it takes. */
    private static List<String> pieces(String text) {
        var pieces = new ArrayList<String>();
        String rest = CleanText.harmless(text, Integer.MAX_VALUE);
        while (!rest.isEmpty()) {
            String piece = cut(rest, MOST_OF_OTHERS);
            if (!piece.isBlank()) pieces.add(piece.strip());
            rest = rest.substring(piece.length());
        }
        return pieces;
    }

    /** Some validators count a letter beyond the basic plane as two, so it is counted as two, and never halved. */
    private static String cut(String text, int most) {
        if (text.length() <= most) return text;
        return text.substring(0, Character.isHighSurrogate(text.charAt(most - 1)) ? most - 1 : most);
    }

    /** What the message definition lets a text of the element hold, whatever a payer wrote. */
    private static String held(String element, String text) {
        int most = MOST.getOrDefault(element, MOST_OF_OTHERS);
        return cut(CleanText.harmless(text, most), most).strip();
    }

    /** The message definition knows no empty texts, so an element with nothing to hold is left out. */
    private static boolean holds(String element, String text) {
        return !held(element, text).isEmpty();
    }

    private void text(String element, String text) throws XMLStreamException {
        xml.writeStartElement(element);
        xml.writeCharacters(held(element, text));
        xml.writeEndElement();
    }
}
