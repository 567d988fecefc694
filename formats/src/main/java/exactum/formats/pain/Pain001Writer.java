package exactum.formats.pain;

import java.io.OutputStream;
import java.time.temporal.ChronoUnit;
import javax.xml.stream.XMLStreamException;

/**
 * Writes transfers as pain.001 in the SEPA subset (EPC132-08), as a stream: the header, then each transfer, then {@link #close}.
 * Each is booked by itself at the bank, so that its line carries its reference.
 */
public final class Pain001Writer extends PainXml {
    private final Pain001Version version;

    /** Begins a file of the version in UTF-8. */
    public Pain001Writer(Pain001Version version, OutputStream out) {
        super(out);
        this.version = version;
    }

    public void header(TransferHeader header) {
        writing(() -> {
            begin(version.namespace(), "CstmrCdtTrfInitn");
            open("GrpHdr");
            text("MsgId", header.messageId());
            text("CreDtTm", header.createdAt().truncatedTo(ChronoUnit.SECONDS).toString());
            sums(header.count(), header.total());
            nested("InitgPty", "Nm", header.payer());
            closeElement();
            payment(header);
        });
    }

    private void payment(TransferHeader header) throws XMLStreamException {
        open("PmtInf");
        text("PmtInfId", header.messageId());
        text("PmtMtd", "TRF");
        text("BtchBookg", "false");
        sums(header.count(), header.total());
        open("PmtTpInf");
        nested("SvcLvl", "Cd", "SEPA");
        closeElement();
        if (version.wrapsDate()) nested("ReqdExctnDt", "Dt", header.on().toString());
        else text("ReqdExctnDt", header.on().toString());
        nested("Dbtr", "Nm", header.payer());
        open("DbtrAcct");
        nested("Id", "IBAN", header.account().value());
        closeElement();
        bank("DbtrAgt", version.bicElement(), header.bic());
        text("ChrgBr", "SLEV");
    }

    /** Writes a transfer. */
    public void transfer(Transfer transfer) {
        writing(() -> {
            open("CdtTrfTxInf");
            nested("PmtId", "EndToEndId", transfer.endToEndId());
            open("Amt");
            amount(transfer.amount());
            closeElement();
            nested("Cdtr", "Nm", transfer.payee());
            open("CdtrAcct");
            nested("Id", "IBAN", transfer.account().value());
            closeElement();
            if (!transfer.remittance().isEmpty()) nested("RmtInf", "Ustrd", transfer.remittance());
            closeElement();
        });
    }
}
