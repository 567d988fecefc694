package exactum.app.customers;

import exactum.app.database.Ids;
import exactum.app.setup.FindSetup;
import exactum.app.setup.KeptTerms;
import exactum.app.setup.Layout;
import exactum.app.web.Days;
import exactum.app.web.Figures;
import exactum.core.document.TaxTreatment;
import exactum.core.ids.BusinessId;
import exactum.core.ids.TermsId;
import exactum.core.problem.Refusal;
import exactum.core.text.CleanText;
import exactum.core.text.TextKind;
import exactum.core.typed.EmailAddress;
import exactum.formats.csv.CustomerColumn;
import exactum.formats.csv.CustomerCsv;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Reads rows of files as customers: everything that is wrong with a row at once, each reason in words. */
@Component
class ReadRows {
    private static final Pattern CONTACT = Pattern.compile("(.*)<([^<>]*)>([^<>]*)");
    private final RhythmNames known;
    private final FindSetup setup;
    private final Groups groups;

    ReadRows(FindSetup setup, Groups groups, RhythmNames known) {
        this.known = known;
        this.setup = setup;
        this.groups = groups;
    }

    /** What names in the rows of a business mean. */
    final class Names {
        private final Map<String, UUID> groupIds = new HashMap<>();
        private final Map<String, TermsId> terms = new HashMap<>();
        private final Map<String, UUID> layouts = new HashMap<>();
        private final Map<String, UUID> rhythms = new HashMap<>();

        private Names(BusinessId business) {
            groups.all(business).forEach(g -> groupIds.put(g.name(), g.id()));
            for (KeptTerms t : setup.terms(business)) terms.put(t.name(), t.id());
            for (Layout l : setup.layouts(business)) layouts.put(l.name(), l.id());
            known.names(business).forEach((id, name) -> rhythms.put(name, id));
        }
    }

    Names names(BusinessId business) {
        return new Names(business);
    }

    /** What was read; {@code incoming} is null where there are problems. */
    record Result(Incoming incoming, List<String> problems) {}

    /** Reads a row; what it says nothing of stays as it is known, or as it is of somebody new. */
    Result read(CustomerCsv.Row row, CustomerRowStore.Known known, Names names) {
        var reading = new Reading(row, known, names);
        Incoming incoming = reading.incoming();
        return new Result(reading.problems.isEmpty() ? incoming : null, reading.problems);
    }

    private static final class Reading {
        private final CustomerCsv.Row row;
        private final CustomerRowStore.Known known;
        private final Names names;
        private final List<String> problems = new ArrayList<>();

        Reading(CustomerCsv.Row row, CustomerRowStore.Known known, Names names) {
            this.row = row;
            this.known = known;
            this.names = names;
        }

        private String cell(CustomerColumn column) {
            if (row.says(column) || known == null) return row.get(column);
            return known.row().get(column);
        }

        private String clean(CustomerColumn column, TextKind kind) {
            try {
                return CleanText.of(cell(column), kind, column.label());
            } catch (Refusal wrong) {
                problems.add(wrong.sentence());
                return "";
            }
        }

        Incoming incoming() {
            String kind = cell(CustomerColumn.KIND);
            var draft = new CustomerDraft(
                    clean(CustomerColumn.CODE, TextKind.CODE),
                    clean(CustomerColumn.NAME, TextKind.LINE),
                    kind.isEmpty() ? "person" : kind.toLowerCase(Locale.ROOT),
                    cell(CustomerColumn.EMAIL),
                    clean(CustomerColumn.ADDRESS, TextKind.ADDRESS),
                    clean(CustomerColumn.SERVICE_ADDRESS, TextKind.ADDRESS),
                    cell(CustomerColumn.COUNTRY).toUpperCase(Locale.ROOT),
                    cell(CustomerColumn.CURRENCY).toUpperCase(Locale.ROOT),
                    clean(CustomerColumn.TAX_NUMBER, TextKind.CODE));
            draft.problems().forEach(p -> problems.add(p.words()));
            UUID group = named(CustomerColumn.GROUP, names.groupIds);
            HowBilled.Said said = said();
            List<Contacts.Contact> contacts = contacts();
            return new Incoming(canonical(draft, said, contacts), draft, group, said, contacts);
        }

        private HowBilled.Said said() {
            TaxTreatment treatment = one(CustomerColumn.TAX, TaxTreatment.values(), TaxTreatment::words);
            String reason = clean(CustomerColumn.TAX_REASON, TextKind.LINE);
            if (treatment == null && !reason.isEmpty()) problems.add("a reason of the tax without the tax treatment");
            if (treatment != null && treatment.needsReason() && reason.isEmpty())
                problems.add("what is exempt needs the reason that is printed");
            return new HowBilled.Said(
                    one(CustomerColumn.LANGUAGE, Language.values(), Language::code),
                    named(CustomerColumn.TERMS, names.terms),
                    treatment == null ? null : new HowBilled.Tax(treatment, reason),
                    one(CustomerColumn.DELIVERY, Delivery.values(), Delivery::code),
                    one(CustomerColumn.PAYS_BY, PaysBy.values(), PaysBy::code),
                    named(CustomerColumn.LAYOUT, names.layouts),
                    named(CustomerColumn.REMINDERS, names.rhythms),
                    new HowBilled.Written(
                            one(CustomerColumn.FIGURES, Figures.values(), Figures::code),
                            one(CustomerColumn.DAYS, Days.values(), Days::code)),
                    known == null ? 0 : known.billedRevision());
        }

        private <T> T named(CustomerColumn column, Map<String, T> all) {
            String name = cell(column);
            if (name.isEmpty()) return null;
            T found = all.get(name);
            if (found == null) problems.add("%s “%s” is not there".formatted(column.label(), name));
            return found;
        }

        private <T> T one(CustomerColumn column, T[] all, Function<T, String> name) {
            String cell = cell(column);
            if (cell.isEmpty()) return null;
            for (T one : all) if (name.apply(one).equalsIgnoreCase(cell)) return one;
            problems.add("%s “%s” is none of %s"
                    .formatted(
                            column.label(), cell, Arrays.stream(all).map(name).collect(Collectors.joining(", "))));
            return null;
        }

        private List<Contacts.Contact> contacts() {
            String cell = cell(CustomerColumn.CONTACTS);
            if (cell.isEmpty()) return List.of();
            var seen = new HashSet<String>();
            var contacts = new ArrayList<Contacts.Contact>();
            for (String line : cell.split("\n")) {
                if (line.isBlank()) continue;
                Contacts.Contact contact = contact(line.strip());
                if (contact == null)
                    problems.add("contact “%s” is not like “Ada Byron <ada@lake.example> invoices, reminders”"
                            .formatted(line.strip()));
                else if (!seen.add(contact.email()))
                    problems.add("contact “%s” stands there twice".formatted(contact.email()));
                else contacts.add(contact);
            }
            contacts.sort(Comparator.comparing(Contacts.Contact::email));
            return contacts;
        }

        private static Contacts.Contact contact(String line) {
            Matcher m = CONTACT.matcher(line);
            if (!m.matches()) return null;
            String name = m.group(1).strip();
            String email = m.group(2).strip();
            List<String> gets = Arrays.stream(m.group(3).split("[,\\s]+"))
                    .filter(g -> !g.isEmpty())
                    .toList();
            boolean good = !name.isEmpty()
                    && name.length() <= TextKind.NAME.most()
                    && EmailAddress.isOne(email)
                    && Mail.ALL.containsAll(gets);
            return good ? new Contacts.Contact(Ids.next(), name, email, Mail.inOrder(gets)) : null;
        }

        private CustomerCsv.Row canonical(CustomerDraft d, HowBilled.Said said, List<Contacts.Contact> contacts) {
            var cells = new EnumMap<CustomerColumn, String>(CustomerColumn.class);
            cells.put(CustomerColumn.CODE, d.code());
            cells.put(CustomerColumn.NAME, d.name());
            cells.put(CustomerColumn.KIND, d.kind());
            cells.put(CustomerColumn.EMAIL, d.email());
            cells.put(CustomerColumn.ADDRESS, d.address());
            cells.put(CustomerColumn.SERVICE_ADDRESS, d.serviceAddress());
            cells.put(CustomerColumn.COUNTRY, d.country());
            cells.put(CustomerColumn.CURRENCY, d.currency());
            cells.put(CustomerColumn.TAX_NUMBER, d.taxNumber());
            cells.put(CustomerColumn.GROUP, cell(CustomerColumn.GROUP));
            cells.put(
                    CustomerColumn.LANGUAGE,
                    said.language() == null ? "" : said.language().code());
            cells.put(CustomerColumn.TERMS, cell(CustomerColumn.TERMS));
            cells.put(
                    CustomerColumn.TAX,
                    said.tax() == null ? "" : said.tax().treatment().words());
            cells.put(
                    CustomerColumn.TAX_REASON,
                    said.tax() == null ? "" : said.tax().reason());
            cells.put(
                    CustomerColumn.DELIVERY,
                    said.delivery() == null ? "" : said.delivery().code());
            cells.put(
                    CustomerColumn.PAYS_BY,
                    said.paysBy() == null ? "" : said.paysBy().code());
            cells.put(CustomerColumn.LAYOUT, cell(CustomerColumn.LAYOUT));
            cells.put(CustomerColumn.REMINDERS, cell(CustomerColumn.REMINDERS));
            cells.put(CustomerColumn.FIGURES, cell(CustomerColumn.FIGURES));
            cells.put(CustomerColumn.DAYS, cell(CustomerColumn.DAYS));
            cells.put(
                    CustomerColumn.CONTACTS,
                    contacts.stream()
                            .map(c -> "%s <%s> %s"
                                    .formatted(c.name(), c.email(), String.join(", ", c.gets()))
                                    .strip())
                            .collect(Collectors.joining("\n")));
            return new CustomerCsv.Row(row.lineNumber(), cells);
        }
    }
}
