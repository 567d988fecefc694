package exactum.bench;

import exactum.app.documents.Document;
import exactum.app.documents.DocumentPdfs;
import exactum.app.documents.EInvoices;
import exactum.app.documents.FindDocuments;
import exactum.app.documents.LookAt;
import exactum.app.documents.Looked;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.pg.ThrowawayPostgres;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.IntConsumer;
import oasis.names.specification.ubl.schema.xsd.invoice_21.InvoiceType;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;

/**
 * Invoices of two lines and two taxes as PDF, as UBL and as hybrid PDF, each made for the first time and kept, one after another on one
 * core, read fifty at a time as they are when they are sent; against the bare libraries doing one fixed document in the same run.
 */
public final class DocumentsBench {
    private static final int WARM = 200;
    private static final int TOGETHER = 50;

    private DocumentsBench() {}

    public static void main(String[] arguments) throws Exception {
        int wanted = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 2_000;
        try (var postgres = ThrowawayPostgres.start();
                var ground = new BenchGround(postgres)) {
            BusinessId business = ground.businesses.getFirst();
            ground.rows.seedWithMore(business, wanted + WARM, "2026-06-01");
            BillingBench.bill(ground, business);
            List<Document> all = documents(ground, business, wanted + WARM);
            var bare = new BarePapers();
            LookAt lookAt = ground.bean(LookAt.class);
            Function<List<Document>, Map<DocumentId, Looked>> looked = some -> lookAt.issued(business, some);
            DocumentPdfs pdfs = ground.bean(DocumentPdfs.class);
            EInvoices eInvoices = ground.bean(EInvoices.class);
            InvoiceType one = BarePapers.read(eInvoices.of(business, all.getFirst()));
            byte[] cii = eInvoices.crossIndustry(business, all.getFirst());
            double pdf = ratio("PDFs", all, of(looked, d -> pdfs.papers(business, d)), i -> bare.pdf());
            double ubl = ratio(
                    "UBL files", all, some -> some.forEach(d -> eInvoices.of(business, d)), i -> BarePapers.ubl(one));
            ground.rows.execute("truncate document_pdf");
            double hybrid =
                    ratio("hybrid PDFs", all, of(looked, d -> pdfs.hybrids(business, d)), i -> bare.hybrid(cii));
            System.out.printf(
                    Locale.ROOT,
                    "ratio=%.2f pdf=%.2f ubl=%.2f hybrid=%.2f heap_mb=%d%n",
                    Math.max(pdf, Math.max(ubl, hybrid)),
                    pdf,
                    ubl,
                    hybrid,
                    BenchGround.peakHeapMb());
        }
    }

    /** What makes the papers of some documents together. */
    private static Consumer<List<Document>> of(
            Function<List<Document>, Map<DocumentId, Looked>> looked,
            Function<List<DocumentId>, Function<Looked, byte[]>> papers) {
        return some -> {
            List<DocumentId> ids = some.stream().map(Document::id).toList();
            Map<DocumentId, Looked> all = looked.apply(some);
            Function<Looked, byte[]> paper = papers.apply(ids);
            ids.forEach(id -> paper.apply(all.get(id)));
        };
    }

    private static List<Document> documents(BenchGround ground, BusinessId business, int most) {
        FindDocuments find = ground.bean(FindDocuments.class);
        return ground.bean(DSLContext.class)
                .fetch(
                        "select id from document where business_id = {0} order by number limit {1}",
                        DSL.inline(business.value()), DSL.inline(most))
                .map(r -> find.get(business, new DocumentId(r.get(0, UUID.class))));
    }

    /** Ours and the library's in turn, so that both meet the same moments of the machine; the first ones only warm up. */
    private static double ratio(String what, List<Document> all, Consumer<List<Document>> ours, IntConsumer bare) {
        ours.accept(all.subList(0, WARM));
        for (int i = 0; i < WARM; i++) bare.accept(i);
        List<Document> measured = all.subList(WARM, all.size());
        long mine = 0;
        long theirs = 0;
        for (int from = 0; from < measured.size(); from += TOGETHER) {
            List<Document> some = measured.subList(from, Math.min(from + TOGETHER, measured.size()));
            long began = System.nanoTime();
            ours.accept(some);
            long between = System.nanoTime();
            for (int i = 0; i < some.size(); i++) bare.accept(i);
            mine += between - began;
            theirs += System.nanoTime() - between;
        }
        double ratio = (double) mine / theirs;
        System.out.printf(
                Locale.ROOT,
                "%,d %s: %.0f a second and core; the library alone %.0f; ratio %.2f; heap so far %d MB%n",
                measured.size(),
                what,
                measured.size() / (mine / 1e9),
                measured.size() / (theirs / 1e9),
                ratio,
                BenchGround.peakHeapMb());
        return ratio;
    }
}
