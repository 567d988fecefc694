package exactum.app.documents;

import exactum.app.installation.BusinessClock;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.formats.csv.CsvOut;
import exactum.formats.csv.DocumentCsv;
import java.io.IOException;
import java.io.Writer;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** A list of documents as a file, row by row, whatever its size. */
@Component
public class ExportDocuments {
    private final DocumentListStore store;
    private final ListDocuments lists;
    private final BusinessClock clock;

    ExportDocuments(DocumentListStore store, ListDocuments lists, BusinessClock clock) {
        this.store = store;
        this.lists = lists;
        this.clock = clock;
    }

    /** All that is wanted. */
    @Transactional(readOnly = true)
    public void write(BusinessId business, ListDocuments.Filter filter, Writer to) throws IOException {
        LocalDate today = clock.today(business);
        try (var out = new CsvOut(to, DocumentCsv.COLUMNS)) {
            store.each(business, filter, today, d -> write(out, d));
        }
    }

    /** Those that were selected. */
    @Transactional(readOnly = true)
    public void write(BusinessId business, List<DocumentId> ids, Writer to) throws IOException {
        try (var out = new CsvOut(to, DocumentCsv.COLUMNS)) {
            lists.list(business, ids, clock.today(business)).forEach(d -> write(out, d));
        }
    }

    private static void write(CsvOut out, ListDocuments.Listed d) {
        out.row(DocumentCsv.row(
                new DocumentCsv.What(
                        d.number() == null ? "" : d.number(),
                        d.kind().words(),
                        d.standing().words()),
                d.customerName(),
                d.date(),
                d.due(),
                d.gross().currency().getCurrencyCode(),
                d.gross().plain(),
                d.open().plain()));
    }
}
