package exactum.bench;

import exactum.app.documents.DocumentPdfs;
import exactum.app.documents.FindDocuments;
import exactum.app.messages.FindMessages;
import exactum.app.messages.Message;
import exactum.app.messages.SendMessages;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MessageId;
import exactum.pg.ThrowawayPostgres;
import java.util.Locale;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.mail.javamail.JavaMailSenderImpl;

/**
 * Invoices by mail, written, sent with their PDF and kept as they were sent, to the mailbox stand-in: against the mail library alone,
 * as it comes, which sends one of these letters again and again to the same stand-in, on as many lines, in the same run. The PDFs are
 * there already.
 */
public final class SendingBench {
    private static final int STEP = 2_000;
    private static final int LINES = 3;

    private SendingBench() {}

    public static void main(String[] arguments) throws Exception {
        int wanted = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 20_000;
        try (var postgres = ThrowawayPostgres.start();
                var standins = new StandinProcess();
                var ground = new BenchGround(postgres)) {
            BusinessId business = ground.businesses.getFirst();
            ground.rows.seedWithMore(business, wanted + STEP, "2026-06-01");
            BillingBench.bill(ground, business);
            byte[] pdf = papers(ground, business);
            ground.bean(JavaMailSenderImpl.class).setPort(standins.smtpPort);
            ground.rows.execute("update message set send_on = '2027-01-01'");
            int warm = Math.min(STEP, wanted);
            ours(ground, warm);
            var plain = new PlainMails(standins.smtpPort, one(ground, business), pdf);
            plain.send(warm, LINES);
            long mine = 0;
            long theirs = 0;
            for (int done = 0; done < wanted; done += STEP) {
                mine += ours(ground, Math.min(STEP, wanted - done));
                long began = System.nanoTime();
                plain.send(Math.min(STEP, wanted - done), LINES);
                theirs += System.nanoTime() - began;
            }
            require(ground, wanted + warm);
            double ratio = (double) mine / theirs;
            System.out.printf(
                    Locale.ROOT,
                    "%,d messages with a PDF of %d kB: %.0f a second; the mail library alone %.0f%n",
                    wanted,
                    pdf.length / 1024,
                    wanted / (mine / 1e9),
                    wanted / (theirs / 1e9));
            System.out.printf(
                    Locale.ROOT,
                    "ratio=%.2f heap_mb=%d messages_per_s=%.0f%n",
                    ratio,
                    BenchGround.peakHeapMb(),
                    wanted / (mine / 1e9));
        }
    }

    private static Message.Sent one(BenchGround ground, BusinessId business) {
        var id = new MessageId(ground.bean(DSLContext.class)
                .fetchValue(
                        DSL.field("(select id from message where state = 'sent' order by id limit 1)", UUID.class)));
        return ground.bean(FindMessages.class)
                .find(business, id)
                .orElseThrow()
                .message()
                .sent();
    }

    /** Every document has the paper of the first. */
    private static byte[] papers(BenchGround ground, BusinessId business) throws Exception {
        var first = new DocumentId(ground.bean(DSLContext.class)
                .fetchValue(DSL.field("(select id from document order by number limit 1)", UUID.class)));
        byte[] pdf = ground.bean(DocumentPdfs.class)
                .of(business, ground.bean(FindDocuments.class).get(business, first));
        ground.rows.execute(
                "insert into document_pdf (business_id, document_id, form, sha256, content) select d.business_id, d.id, p.form, p.sha256, p.content from document d cross join document_pdf p where not exists (select from document_pdf x where x.document_id = d.id)");
        ground.rows.settleDown();
        return pdf;
    }

    /** Sends so many, and answers how long it took. */
    private static long ours(BenchGround ground, int messages) throws Exception {
        ground.rows.execute(
                "update message set send_on = '2026-06-01' where id in (select id from message where state = 'waiting' and send_on = '2027-01-01' order by id limit "
                        + messages + ")");
        ground.rows.execute("vacuum analyze message");
        SendMessages send = ground.bean(SendMessages.class);
        long began = System.nanoTime();
        send.sendAll();
        return System.nanoTime() - began;
    }

    private static void require(BenchGround ground, int wanted) {
        int sent = ground.bean(DSLContext.class)
                .fetchSingle("select count(*)::int from message where state = 'sent'")
                .get(0, Integer.class);
        if (sent != wanted) throw new IllegalStateException(sent + " of " + wanted + " were sent");
    }
}
