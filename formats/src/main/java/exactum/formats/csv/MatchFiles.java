package exactum.formats.csv;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import exactum.core.matching.Asked;
import exactum.core.matching.Matching;
import exactum.core.matching.PayerMemory;
import exactum.core.matching.Proposal;
import exactum.core.matching.Proposal.Part;
import exactum.core.problem.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/**
 * Matches bank lines of a file to open items of a file by the engine that the application uses, and writes the parts of each
 * line’s best proposal: {@code line_id,item_ref,amount_minor,grade}, one row a part, signed as the line.
 */
public final class MatchFiles {
    private static final List<String> COLUMNS = List.of("line_id", "item_ref", "amount_minor", "grade");

    private MatchFiles() {}

    /** {@code --items ITEMS.csv --lines LINES.csv --out RESULT.csv}. */
    public static void main(String[] arguments) throws IOException {
        Map<String, Path> files = files(arguments);
        if (files.size() != 3) {
            System.err.println("exactum: match needs --items ITEMS.csv --lines LINES.csv --out RESULT.csv");
            System.exit(2);
        }
        try {
            int matched = match(files.get("--items"), files.get("--lines"), files.get("--out"));
            System.out.printf("exactum: %,d lines have a proposal; written to %s%n", matched, files.get("--out"));
        } catch (Refusal refused) {
            System.err.println("exactum: " + refused.sentence());
            System.exit(1);
        } catch (java.nio.file.NoSuchFileException missing) {
            System.err.println("exactum: there is no file " + missing.getFile());
            System.exit(1);
        }
    }

    private static Map<String, Path> files(String[] arguments) {
        Map<String, Path> files = new HashMap<>();
        for (int i = 0; i + 1 < arguments.length; i += 2) {
            if (List.of("--items", "--lines", "--out").contains(arguments[i]))
                files.put(arguments[i], Path.of(arguments[i + 1]));
        }
        return files;
    }

    /**
     * Reads, matches and writes; answers how many lines have a proposal.
     *
     * @throws Refusal that names file, line and column of what cannot be read; nothing is written then
     */
    public static int match(Path items, Path lines, Path out) throws IOException {
        MatchItemCsv open;
        try (InputStream in = Files.newInputStream(items)) {
            open = MatchItemCsv.read(in);
        } catch (Refusal refused) {
            throw refused.of(items.getFileName().toString());
        }
        List<MatchLineCsv.Line> read;
        try (InputStream in = Files.newInputStream(lines)) {
            read = MatchLineCsv.read(in);
        } catch (Refusal refused) {
            throw refused.of(lines.getFileName().toString());
        }
        List<List<Proposal>> proposed = new Matching(open.candidates(), new PayerMemory())
                .propose(read.stream()
                        .map(l -> new Asked(l.said(), l.said().amount()))
                        .toList());
        int matched = 0;
        try (Writer writer = Files.newBufferedWriter(out);
                var csv = CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(writer)) {
            csv.writeRecord(COLUMNS);
            for (int i = 0; i < read.size(); i++) {
                List<List<String>> rows = rows(read.get(i).id(), proposed.get(i), open);
                if (!rows.isEmpty()) matched++;
                rows.forEach(csv::writeRecord);
            }
        }
        return matched;
    }

    private static List<List<String>> rows(String line, List<Proposal> proposals, MatchItemCsv items) {
        var rows = new ArrayList<List<String>>();
        if (proposals.isEmpty()) return rows;
        Proposal best = proposals.getFirst();
        for (Part part : best.parts()) {
            UUID item = item(part);
            if (item != null)
                rows.add(List.of(
                        line,
                        items.ref(item),
                        Long.toString(part.amount().minor()),
                        best.grade().words()));
        }
        return rows;
    }

    private static UUID item(Part part) {
        return switch (part) {
            case Part.ForClaim p -> p.claim().value();
            case Part.IsWaiting p -> p.item().value();
            case Part.ComesBack p -> null;
            case Part.OnAccount p -> null;
            case Part.GivesBack p -> null;
            case Part.OwnTransfer p -> null;
            case Part.ByRule p -> null;
            case Part.BankCharge p -> null;
        };
    }
}
