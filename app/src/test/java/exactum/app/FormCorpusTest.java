package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.regex.Pattern;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * Every form with every field spoiled in the ways its kind can be spoiled: each is refused with a sentence beside its field or
 * above the form, and nothing is saved.
 */
@ExtendWith(RunningApp.class)
class FormCorpusTest {
    private static final List<String> TEXTS =
            List.of("a\u0000b", "a\u000Bb", "a\u202Eb", "a\u2028b", "x".repeat(5_000), "a\nb");
    private static final List<String> NUMBERS = List.of(
            "9".repeat(1_000_000),
            "1e9",
            "NaN",
            "1\u0000",
            "--1",
            "١",
            "1x2x3",
            "12345678901234567890123456789012345678901");
    private static final List<String> DATES = List.of(
            "9999-12-31",
            "31 feb 2026",
            "+99999",
            "0000-00-00",
            "1989-12-31",
            "2026-06-01 x",
            "yesterday",
            "1\u0000 jun");
    private static final List<String> ACCOUNTS = List.of("4999", "no such", "'; drop table x", "x".repeat(200));
    private static final List<String> IDS = List.of("x", "", "00000000-0000-0000-0000-00000000000g", "1'--");
    private static final Pattern SENTENCE = Pattern.compile("data-code=\"[a-z.-]+\"[^>]*>[A-Z“][^<]{10,}");

    private record Form(String path, Map<String, String> good, Map<String, List<String>> bad) {
        static Form of(String path, String... fields) {
            var good = new LinkedHashMap<String, String>();
            for (String field : fields) good.put(field.split("=", 2)[0], field.split("=", 2)[1]);
            return new Form(path, good, new LinkedHashMap<>());
        }

        Form spoil(List<String> values, String... fields) {
            for (String field : fields) bad.put(field, values);
            return this;
        }
    }

    private static List<Form> forms(World world) {
        var customer = world.payer();
        var invoice = world.invoice(customer, "50.00");
        String berth = world.berth(customer).toString();
        return List.of(
                Form.of(
                                "/setup/tax-rates",
                                "code=marine",
                                "category=S",
                                "name=VAT",
                                "percent=9",
                                "validFrom=1 Jan 2027",
                                "source=Act")
                        .spoil(TEXTS, "code", "name", "source")
                        .spoil(plus(NUMBERS, "-1", "100", "150", "9.00001"), "percent")
                        .spoil(DATES, "validFrom")
                        .spoil(List.of("X", "s", "\u0000"), "category"),
                Form.of("/setup/accounts", "code=4900", "name=Other income", "kind=income")
                        .spoil(TEXTS, "name")
                        .spoil(List.of("", "a b", "x".repeat(60), "a\u0000"), "code")
                        .spoil(List.of("", "money", "\u0000"), "kind"),
                Form.of(
                                "/setup/items",
                                "code=B9",
                                "name=Berth",
                                "unit=month",
                                "price=1.00",
                                "taxCode=standard",
                                "incomeAccount=4000")
                        .spoil(TEXTS, "code", "name", "unit")
                        .spoil(NUMBERS, "price")
                        .spoil(ACCOUNTS, "incomeAccount"),
                Form.of(
                                "/setup/terms",
                                "name=60 days",
                                "share0=100 %",
                                "months0=0",
                                "days0=60",
                                "printed=Payable within 60 days.")
                        .spoil(TEXTS, "name", "printed")
                        .spoil(plus(NUMBERS, "-1", "1.5", "1000"), "months0", "days0"),
                Form.of("/setup/series", "prefix=LW-", "width=4")
                        .spoil(List.of("lower", "x".repeat(13), "A B", "A\u0000"), "prefix")
                        .spoil(plus(NUMBERS, "-1", "1000"), "width"),
                Form.of(
                                "/setup/bank-accounts",
                                "name=Second",
                                "iban=DE89370400440532013000",
                                "account=1010",
                                "opening=0",
                                "openedOn=1 Jun 2026",
                                "feedUrl=")
                        .spoil(TEXTS, "name")
                        .spoil(List.of("", "DE00", "DE89370400440532013001", "x".repeat(400), "DE\u0000"), "iban")
                        .spoil(plus(NUMBERS, "1.001"), "opening")
                        .spoil(DATES, "openedOn")
                        .spoil(ACCOUNTS, "account")
                        .spoil(
                                List.of(
                                        "nowhere",
                                        "ftp://bank.example/x",
                                        "file:///etc/passwd",
                                        "http://169.254.169.254/latest",
                                        "http://[fe80::1]/",
                                        "http://user@bank.example/",
                                        "http://bank.example/#x",
                                        "javascript:alert(1)",
                                        "http://",
                                        "http://0.0.0.0/",
                                        "https://[fd00:ec2::254]/",
                                        "http://100.100.100.200/"),
                                "feedUrl"),
                Form.of(
                                "/setup/processors",
                                "name=Other",
                                "address=http://127.0.0.1:9/p",
                                "key=k",
                                "signingSecret=" + World.SECRET,
                                "clearing=1010",
                                "feeAccount=5000",
                                "feePercent=2",
                                "feeFixed=0")
                        .spoil(TEXTS, "name", "key")
                        .spoil(List.of("whsec_a", "whsec_???", "secret", "whsec_" + "A".repeat(400)), "signingSecret")
                        .spoil(
                                List.of("", "nowhere", "http://169.254.169.254/", "gopher://x/", "http://a b/"),
                                "address")
                        .spoil(plus(NUMBERS, "-1", "100"), "feePercent")
                        .spoil(plus(NUMBERS, "-1", "0.001"), "feeFixed")
                        .spoil(ACCOUNTS, "clearing", "feeAccount"),
                Form.of(
                                "/setup/identity",
                                "legalName=L & M Ltd",
                                "senderName=L",
                                "statementName=L",
                                "address=Quay",
                                "country=IE",
                                "taxNumber=1",
                                "currency=EUR",
                                "timeZone=Europe/Dublin",
                                "mailFrom=a@b.example")
                        .spoil(TEXTS, "legalName", "senderName", "statementName", "taxNumber")
                        .spoil(List.of("a\u0000b", "x".repeat(5_000)), "address")
                        .spoil(List.of("", "XX", "Ireland", "I\u0000"), "country")
                        .spoil(List.of("", "XQZ", "euro"), "currency")
                        .spoil(List.of("Lake", "+99:99", "", "Europe/Dublin\u0000"), "timeZone")
                        .spoil(
                                List.of(
                                        "",
                                        "not an address",
                                        "Larkwater, Moorings",
                                        "a@b",
                                        "a@b.example\r\nBcc: x@y.example"),
                                "mailFrom"),
                Form.of("/setup/brand", "brandColour=#123456", "brandAccent=#123456", "brandTypeface=book")
                        .spoil(List.of("red", "#12345", "#12345g", "url(x)"), "brandColour", "brandAccent")
                        .spoil(List.of("comic", "../x"), "brandTypeface"),
                Form.of("/setup/identity/numbers", "label=Register", "number=123 & 4", "place=at the foot")
                        .spoil(plus(TEXTS, ""), "label", "number")
                        .spoil(List.of("", "on the roof"), "place"),
                Form.of("/setup/creditors", "identifier=DE98ZZZ09999999999", "creditorName=All")
                        .spoil(List.of("", "DE97ZZZ09999999999", "DE98", "'--", "x".repeat(200)), "identifier")
                        .spoil(plus(TEXTS, ""), "creditorName"),
                Form.of("/setup/rates", "currency=USD", "perUnit=0.92", "day=1 Jun 2026", "source=the bank")
                        .spoil(plus(NUMBERS, "0", "-1", "0.123456789", "1000000"), "perUnit")
                        .spoil(List.of("", "EUR", "XQZ"), "currency")
                        .spoil(DATES, "day")
                        .spoil(plus(TEXTS, ""), "source"),
                Form.of("/setup/series/move-on", "series=quotes", "next=100")
                        .spoil(List.of("", "0", "-1", "1.5", "1234567890", "many"), "next")
                        .spoil(List.of("", "receipts"), "series"),
                Form.of(
                                "/setup/tax-rates/correct",
                                "code=reduced",
                                "category=S",
                                "name=VAT",
                                "percent=13.5",
                                "validFrom=2003-01-01",
                                "source=corrected")
                        .spoil(List.of("ZZ", "s"), "category")
                        .spoil(plus(TEXTS, ""), "name", "source")
                        .spoil(plus(NUMBERS, "100", "-1", "1.23456"), "percent"),
                Form.of("/setup/accounts/rename", "code=4000", "name=Berths & more")
                        .spoil(plus(TEXTS, ""), "name"),
                Form.of("/people/invitations", "name=Mara Quill", "roles=billing")
                        .spoil(plus(TEXTS, ""), "name")
                        .spoil(List.of("", "king"), "roles"),
                Form.of("/approvals/rules", "kind=BILLING_RUN", "above=500.00")
                        .spoil(List.of("-1", "x", "1.005", "1e999"), "above"),
                Form.of(
                                "/customers",
                                "code=C-77",
                                "name=Ada",
                                "kind=person",
                                "email=a@b.example",
                                "address=Quay",
                                "country=IE",
                                "currency=EUR",
                                "taxNumber=")
                        .spoil(TEXTS, "name", "taxNumber")
                        .spoil(List.of("a b", "x".repeat(60), "-a", "a\u0000"), "code")
                        .spoil(List.of("robot", "\u0000"), "kind")
                        .spoil(List.of("a@b", "a b@c.example", "@", "x".repeat(300) + "@b.example"), "email")
                        .spoil(List.of("", "XX", "ie1"), "country")
                        .spoil(List.of("", "XQZ"), "currency"),
                Form.of(
                                "/drafts/issue",
                                "customer=" + customer.id(),
                                "date=1 Jun 2026",
                                "text0=Berth",
                                "qty0=1",
                                "price0=10.00",
                                "tax0=zero",
                                "unit0=piece",
                                "reference=",
                                "memo=")
                        .spoil(plus(TEXTS, ""), "text0")
                        .spoil(TEXTS, "unit0", "reference")
                        .spoil(List.of("a\u0000b", "x".repeat(5_000)), "memo")
                        .spoil(plus(NUMBERS, "1.0000001", "1000000000000000"), "qty0", "price0")
                        .spoil(DATES, "date")
                        .spoil(List.of("", "x", UUID.randomUUID().toString()), "customer")
                        .spoil(List.of("nothing", "\u0000"), "tax0"),
                Form.of(
                                "/recurring",
                                "name=Berth",
                                "customer=" + customer.id(),
                                "unit=MONTH",
                                "every=1",
                                "day=number",
                                "dayNumber=1",
                                "start=1 Jul 2026",
                                "coverage=MONTH_OF_DATE",
                                "end=never",
                                "before=0",
                                "text0=Berth",
                                "qty0=1",
                                "price0=10.00",
                                "tax0=zero")
                        .spoil(plus(TEXTS, ""), "name", "text0")
                        .spoil(plus(NUMBERS, "-1", "0"), "every", "dayNumber")
                        .spoil(plus(NUMBERS, "-1"), "before")
                        .spoil(plus(NUMBERS, "1.0000001"), "qty0", "price0")
                        .spoil(DATES, "start")
                        .spoil(List.of("", "x"), "customer"),
                Form.of(
                                "/recurring/" + berth,
                                "revision=1",
                                "name=Berth",
                                "customer=" + customer.id(),
                                "unit=MONTH",
                                "every=1",
                                "day=number",
                                "dayNumber=1",
                                "start=1 Jun 2026",
                                "text0=Berth",
                                "qty0=1",
                                "price0=10.00",
                                "tax0=zero")
                        .spoil(TEXTS, "name", "text0")
                        .spoil(NUMBERS, "price0"),
                Form.of(
                                "/payments",
                                "key=" + UUID.randomUUID(),
                                "customer=" + customer.id(),
                                "on=1 Jun 2026",
                                "method=cash",
                                "amount=5.00",
                                "account=",
                                "reference=",
                                "note=")
                        .spoil(plus(NUMBERS, "0", "-5", "5.001"), "amount")
                        .spoil(DATES, "on")
                        .spoil(List.of("telepathy", "\u0000"), "method")
                        .spoil(TEXTS, "reference")
                        .spoil(List.of("a\u0000b", "x".repeat(5_000)), "note")
                        .spoil(ACCOUNTS, "account")
                        .spoil(IDS, "customer", "key"),
                Form.of(
                                "/statements/typed",
                                "account=" + world.bank,
                                "on=1 Jun 2026",
                                "amount=5.00",
                                "counterparty=Ada",
                                "words=hello")
                        .spoil(plus(NUMBERS, "0", "5.001"), "amount")
                        .spoil(DATES, "on")
                        .spoil(plus(TEXTS, ""), "words")
                        .spoil(TEXTS, "counterparty")
                        .spoil(IDS, "account"),
                Form.of("/clock/forward", "from=2026-06-01", "until=+1", "back=/day")
                        .spoil(plus(DATES, "+0", "-1", "+93"), "until"),
                Form.of("/billing-runs", "date=today").spoil(DATES, "date"),
                Form.of("/invoices/" + invoice.number() + "/use-credit", "means=" + UUID.randomUUID())
                        .spoil(IDS, "means"));
    }

    private static List<String> plus(List<String> values, String... more) {
        var all = new ArrayList<>(values);
        all.addAll(List.of(more));
        return all;
    }

    @Test
    void each_spoiled_field_is_refused_with_its_sentence_and_nothing_is_saved(World world, DSLContext db) {
        List<Form> forms = forms(world);
        String before = rows(db);
        var wrong = new ArrayList<String>();
        int posts = 0;
        try (var ada = new Visitor(world, "ada")) {
            String token = ada.token("/day");
            for (Form form : forms) {
                for (Map.Entry<String, List<String>> field : form.bad().entrySet()) {
                    for (String value : field.getValue()) {
                        posts++;
                        var answer = ada.post(form.path(), token, body(form, field.getKey(), value));
                        boolean said = SENTENCE.matcher(answer.body()).find();
                        if (answer.statusCode() != 422 || !said)
                            wrong.add("%s %s=%s: %d"
                                    .formatted(form.path(), field.getKey(), shown(value), answer.statusCode()));
                    }
                }
            }
        }
        assertThat(wrong).isEmpty();
        assertThat(posts).isGreaterThan(200);
        assertThat(rows(db)).isEqualTo(before);
    }

    @Test
    void what_is_good_is_saved_composed(World world, DSLContext db) {
        try (var ada = new Visitor(world, "ada")) {
            String token = ada.token("/day");
            for (Form form : forms(world)) {
                if (form.path().endsWith("use-credit") || form.path().startsWith("/clock")) continue;
                var answer = ada.post(form.path(), token, body(form, "", ""));
                assertThat(answer.statusCode())
                        .as(form.path() + " "
                                + SENTENCE.matcher(answer.body())
                                        .results()
                                        .map(r -> r.group())
                                        .toList())
                        .isIn(200, 302);
            }
            ada.post(
                    "/customers",
                    token,
                    "code=C-78&name=" + Visitor.encoded(" E\u0301cluse ") + "&kind=person&address="
                            + Visitor.encoded("a\r\nb") + "&country=IE&currency=EUR");
        }
        assertThat(db.fetchValue("select name || '|' || address from customer where code = 'C-78'"))
                .isEqualTo("Écluse|a\nb");
    }

    private static String body(Form form, String field, String value) {
        var body = new StringBuilder();
        form.good()
                .forEach((name, good) -> body.append(body.isEmpty() ? "" : "&")
                        .append(name)
                        .append('=')
                        .append(Visitor.encoded(name.equals(field) ? value : good)));
        return body.toString();
    }

    private static String shown(String value) {
        return value.length() > 30
                ? value.substring(0, 30) + "… (" + value.length() + ")"
                : value.replaceAll("\\p{Cntrl}", "␀");
    }

    private static String rows(DSLContext db) {
        var text = new StringBuilder();
        for (String table : List.of(
                "business",
                "tax_rate",
                "account",
                "catalogue_item",
                "terms",
                "number_series",
                "bank_account",
                "processor_account",
                "customer",
                "document",
                "recurring_invoice",
                "means",
                "entry",
                "posting",
                "bank_statement",
                "run",
                "message"))
            text.append(table)
                    .append(db.fetchValue(
                            "select count(*) || ' ' || coalesce(md5(string_agg(t::text, '' order by t::text)), '') from "
                                    + table + " t"))
                    .append('\n');
        return text.toString();
    }
}
