package exactum.formats.pain;

import exactum.core.money.Money;
import exactum.formats.xml.XmlOut;
import java.io.OutputStream;
import java.time.temporal.ChronoUnit;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/**
 * Writes collections as pain.008 in the SEPA subset (EPC130-08, EPC131-08), as a stream: the header, then each group with its
 * collections, then {@link #close}. Elements are in the order of the message definition.
 */
public final class Pain008Writer implements AutoCloseable {
    private final XMLStreamWriter xml;
    private final PainVersion version;
    private boolean inGroup;

    /** Begins a file of the version in UTF-8. */
    public Pain008Writer(PainVersion version, OutputStream out) {
        this.version = version;
        try {
            xml = XmlOut.to(out);
        } catch (XMLStreamException e) {
            throw failed(e);
        }
    }

    public void header(DebitHeader header) {
        writing(() -> {
            xml.writeStartDocument("UTF-8", "1.0");
            xml.writeStartElement("Document");
            xml.writeDefaultNamespace(version.namespace());
            open("CstmrDrctDbtInitn");
            open("GrpHdr");
            text("MsgId", header.messageId());
            text("CreDtTm", header.createdAt().truncatedTo(ChronoUnit.SECONDS).toString());
            sums(header.count(), header.total());
            open("InitgPty");
            text("Nm", header.initiator());
            close2();
        });
    }

    /** Begins a group; the one before is ended. */
    public void group(DebitGroup group) {
        writing(() -> {
            if (inGroup) closeElement();
            inGroup = true;
            open("PmtInf");
            text("PmtInfId", group.id());
            text("PmtMtd", "DD");
            text("BtchBookg", Boolean.toString(group.isBatch()));
            sums(group.count(), group.total());
            open("PmtTpInf");
            nested("SvcLvl", "Cd", "SEPA");
            nested("LclInstrm", "Cd", LocalInstrument.of(group.scheme()));
            text("SeqTp", group.sequence().code());
            closeElement();
            text("ReqdColltnDt", group.on().toString());
            creditor(group.creditor());
        });
    }

    private void creditor(DebitGroup.Creditor creditor) throws XMLStreamException {
        nested("Cdtr", "Nm", creditor.name());
        open("CdtrAcct");
        nested("Id", "IBAN", creditor.account().value());
        closeElement();
        bank("CdtrAgt", creditor.bic());
        text("ChrgBr", "SLEV");
        open("CdtrSchmeId");
        open("Id");
        open("PrvtId");
        open("Othr");
        text("Id", creditor.identifier().value());
        nested("SchmeNm", "Prtry", "SEPA");
        close2();
        close2();
    }

    /** Writes a collection of the group. */
    public void debit(Debit debit) {
        writing(() -> {
            open("DrctDbtTxInf");
            nested("PmtId", "EndToEndId", debit.endToEndId());
            xml.writeStartElement("InstdAmt");
            xml.writeAttribute("Ccy", debit.amount().currency().getCurrencyCode());
            xml.writeCharacters(debit.amount().plain());
            xml.writeEndElement();
            mandate(debit.mandate());
            bank("DbtrAgt", debit.payer().bic());
            nested("Dbtr", "Nm", debit.payer().name());
            open("DbtrAcct");
            nested("Id", "IBAN", debit.payer().account().value());
            closeElement();
            if (!debit.remittance().isEmpty()) nested("RmtInf", "Ustrd", debit.remittance());
            closeElement();
        });
    }

    private void mandate(Debit.OfMandate mandate) throws XMLStreamException {
        open("DrctDbtTx");
        open("MndtRltdInf");
        text("MndtId", mandate.reference().value());
        text("DtOfSgntr", mandate.signedOn().toString());
        if (mandate.isAmended()) {
            text("AmdmntInd", "true");
            open("AmdmntInfDtls");
            if (!mandate.formerReference().isEmpty()) text("OrgnlMndtId", mandate.formerReference());
            if (mandate.isNewAccount()) {
                open("OrgnlDbtrAcct");
                open("Id");
                nested("Othr", "Id", "SMNDA");
                close2();
            }
            closeElement();
        }
        close2();
    }

    private void bank(String element, String bic) throws XMLStreamException {
        open(element);
        open("FinInstnId");
        if (bic.isEmpty()) nested("Othr", "Id", "NOTPROVIDED");
        else text(version.bicElement(), bic);
        close2();
    }

    private void sums(int count, Money total) throws XMLStreamException {
        text("NbOfTxs", Integer.toString(count));
        text("CtrlSum", total.plain());
    }

    private void nested(String outer, String inner, String text) throws XMLStreamException {
        open(outer);
        text(inner, text);
        closeElement();
    }

    private void open(String element) throws XMLStreamException {
        xml.writeStartElement(element);
    }

    private void text(String element, String text) throws XMLStreamException {
        xml.writeStartElement(element);
        xml.writeCharacters(text);
        xml.writeEndElement();
    }

    private void closeElement() throws XMLStreamException {
        xml.writeEndElement();
    }

    private void close2() throws XMLStreamException {
        closeElement();
        closeElement();
    }

    /** Ends the file; the stream beneath stays open. */
    @Override
    public void close() {
        writing(() -> {
            xml.writeEndDocument();
            xml.flush();
        });
    }

    private interface Writing {
        void write() throws XMLStreamException;
    }

    private static void writing(Writing writing) {
        try {
            writing.write();
        } catch (XMLStreamException e) {
            throw failed(e);
        }
    }

    private static IllegalStateException failed(XMLStreamException e) {
        return new IllegalStateException("The file of collections could not be written", e);
    }
}
