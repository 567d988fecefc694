package exactum.app.morning;

import exactum.app.audit.FindDeeds;
import exactum.app.business.Business;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.NightLog;
import exactum.app.daysheet.Sheet;
import exactum.app.daysheet.Sums;
import exactum.app.web.Texts;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** The day sheet in words: how much waits, what comes first, and what ran in the night. */
final class MorningLetter {
    private static final int MOST = 15;
    private final String subject;
    private final String body;

    /** {@code address} is that of the business within the installation, as it opens in a browser. */
    MorningLetter(Business business, LocalDate day, Sheet sheet, Optional<NightLog.Night> night, String address) {
        String waits =
                sheet.count() == 0 ? "nothing needs a decision" : Texts.count(sheet.count(), "decision", "decisions");
        this.subject = "%s: %s on %s".formatted(business.name(), waits, Texts.weekday(day));
        var text = new StringBuilder();
        if (sheet.count() == 0) text.append("Nothing needs a decision today.\n");
        else {
            text.append(Texts.count(sheet.count(), "decision waits", "decisions wait"));
            String sums = Sums.text(sheet.sums());
            text.append(sums.isEmpty() ? ".\n\n" : ", worth " + sums + ".\n\n");
            List<Decision> first = sheet.shown().limit(MOST).toList();
            first.forEach(d -> text.append(line(d)));
            if (sheet.count() > first.size()) text.append("and %d more\n".formatted(sheet.count() - first.size()));
        }
        text.append("\nDay sheet: ").append(address).append("/day\n");
        night.filter(n -> n.day().equals(day)).ifPresent(n -> text.append(ofNight(n)));
        text.append("\nYou asked for this message. To stop it: ")
                .append(address)
                .append("/day/morning\n");
        this.body = text.toString();
    }

    private static String line(Decision d) {
        return "- %s%s%s\n"
                .formatted(
                        d.words(),
                        d.whose().isEmpty() ? "" : ", " + d.whose(),
                        d.amount() == null ? "" : ": " + d.amount().withCurrency());
    }

    private static String ofNight(NightLog.Night night) {
        String did = night.did().stream().map(MorningLetter::words).collect(Collectors.joining("; "));
        String failed = night.failed().stream()
                .map(s -> "\nFailed: %s: %s".formatted(s.source(), s.problem()))
                .collect(Collectors.joining());
        return "\nIn the night: %s.%s\n".formatted(did.isEmpty() ? "nothing was to be done" : did, failed);
    }

    private static String words(FindDeeds.Done done) {
        return done.times() == 1 ? done.what() + " (" + done.first() + ")" : done.what() + " × " + done.times();
    }

    String subject() {
        return subject;
    }

    String body() {
        return body;
    }
}
