package exactum.formats.pain;

import java.io.OutputStream;
import java.time.temporal.ChronoUnit;
import javax.xml.stream.XMLStreamException;

/**
 * Writes collections as pain.008 in the SEPA subset (EPC130-08, EPC131-08), as a stream: the header, then each group with its
 * collections, then {@link #close}. Elements are in the order of the message definition.
 */
public final class Pain008Writer extends PainXml {
    private final PainVersion version;
    private boolean inGroup;

    /** Begins a file of the version in UTF-8. */
    public Pain008Writer(PainVersion version, OutputStream out) {
        super(out);
        this.version = version;
    }

    public void header(DebitHeader header) {
        writing(() -> {
            begin(version.namespace(), "CstmrDrctDbtInitn");
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
        bank("CdtrAgt", version.bicElement(), creditor.bic());
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
            amount(debit.amount());
            mandate(debit.mandate());
            bank("DbtrAgt", version.bicElement(), debit.payer().bic());
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
}
