package exactum.app.documents;

import exactum.app.customers.PaysBy;
import exactum.core.document.DocumentKind;
import exactum.core.ids.CustomerId;
import exactum.core.ids.Id;
import exactum.core.ids.TermsId;
import exactum.core.text.TextKind;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

/** What stands on the page of standing lines while it is typed. */
public final class StandingForm extends PaperForm {
    StandingForm(Map<String, String> fields, Setting setting) {
        super(fields, setting);
    }

    static Map<String, String> fields(StandingLines s) {
        var f = new LinkedHashMap<>(s.fields());
        f.put("name", s.name());
        if (s.customer() != null) f.put("customer", s.customer().toString());
        s.kinds().forEach(k -> f.put("kind-" + k.name(), "on"));
        f.put("joins", s.joins() ? "yes" : "no");
        f.put("from", text(s.from()));
        f.put("to", text(s.last()));
        if (s.terms() != null) f.put("terms", s.terms().toString());
        if (s.method() != null) f.put("method", s.method().name());
        f.put("revision", Integer.toString(s.revision()));
        return f;
    }

    Set<DocumentKind> kinds() {
        return Arrays.stream(DocumentKind.values())
                .filter(k -> fields.containsKey("kind-" + k.name()))
                .collect(Collectors.toSet());
    }

    /**
     * The lines, for saving.
     *
     * @throws exactum.core.problem.Refusal if anything is missing or wrong, naming all of it
     */
    StandingLines standing(UUID id, int revision, List<CustomerId> of) {
        String name = text("name", TextKind.NAME);
        LocalDate from = get("from").isEmpty() ? null : date("from", setting.today());
        LocalDate until =
                get("to").isEmpty() ? null : date("to", setting.today()).plusDays(1);
        if (name.isEmpty()) problem("name", "It needs a name.");
        if (kinds().isEmpty()) problem("kinds", "Choose at least one kind of document.");
        if (lines().isEmpty()) problem("text0", "It needs at least one line.");
        if (from != null && until != null && !from.isBefore(until)) problem("to", "It would end before it starts.");
        if (hasProblems()) throw refused("standing.wrong");
        return new StandingLines(
                id,
                name,
                get("customer").isEmpty() ? null : new CustomerId(Id.parse(get("customer"))),
                of,
                kinds(),
                !get("joins").equals("no"),
                from,
                until,
                get("terms").isEmpty() ? null : new TermsId(Id.parse(get("terms"))),
                get("method").isEmpty() ? null : choice("method", PaysBy.TRANSFER),
                TypedLines.fieldsOf(fields),
                revision);
    }
}
