package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approvals;
import exactum.app.customers.Customer;
import exactum.app.database.Slice;
import exactum.app.debits.DebitRun;
import exactum.app.debits.FindDebits;
import exactum.app.documents.Document;
import exactum.app.documents.ListDocuments;
import exactum.app.mandates.FindMandates;
import exactum.app.mandates.ImportMandates;
import exactum.app.mandates.Mandate;
import exactum.app.mandates.MandateLink;
import exactum.app.mandates.Mandates;
import exactum.app.mandates.NewMandate;
import exactum.app.mandates.SigningLinks;
import exactum.app.mandates.Way;
import exactum.core.document.DocumentKind;
import exactum.core.ids.MandateId;
import exactum.core.mandate.MandateState;
import exactum.core.problem.Refusal;
import exactum.core.scheme.Scheme;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Mandates: how they come, what they cover, what becomes of them. */
@ExtendWith(RunningApp.class)
class MandatesTest {
    private static final LocalDate SIGNED = LocalDate.of(2026, 5, 1);

    @Test
    void the_page_of_a_mandate_speaks_german_too_and_what_was_agreed_to_is_kept_in_that_language(
            World world, SigningLinks links) {
        world.debits();
        Customer customer = world.payer();
        var asked = new MandateLink.Asked(Scheme.SEPA_CORE, false, null, null, 14, null, null);
        String path = "~/pay/mandate/"
                + links.address(links.make(world.moorings, customer.id(), asked, false))
                        .replaceAll(".*/", "");
        try (var payer = new Visitor(world, "nobody")) {
            assertThat(payer.get(path).body()).contains("SEPA Direct Debit Mandate");
            assertThat(payer.get(path + "?language=de").body())
                    .contains("lang=\"de\"")
                    .contains("SEPA-Lastschriftmandat")
                    .contains("Ich ermächtige (A) Larkwater Moorings Ltd")
                    .contains("Mandat erteilen");
            assertThat(payer.ask(path + "/iban?iban=DE88370400440532013000").body())
                    .contains("Das ist keine gültige IBAN.");
            assertThat(payer.post(path, payer.token(path), "payer=&iban=DE89370400440532013000&drawing=")
                            .body())
                    .contains("Eine Angabe fehlt: Name.")
                    .contains("Bitte unterschreiben Sie mit dem Finger")
                    .contains("Bitte kreuzen Sie an, dass Sie einverstanden sind.")
                    .doesNotContain("Nothing was");
            payer.post(
                    path,
                    payer.token(path),
                    "payer=J.+Écluse&iban=DE89370400440532013000&place=Seestadt&typed=on&agree=on&drawing=");
            assertThat(payer.get(path).body())
                    .contains("Vielen Dank. Ihr Mandat ist erteilt.")
                    .contains("aktiv");
        }
        assertThat(world.bean(org.jooq.DSLContext.class)
                        .fetchValue(
                                "select signature::text from mandate where customer_id = '%s'".formatted(customer.id()))
                        .toString())
                .contains("Ich ermächtige");
    }

    @Test
    void a_link_that_is_signed_twice_makes_one_mandate(World world, SigningLinks links, FindMandates find) {
        world.debits();
        Customer payer = world.payer();
        MandateLink link = links.make(
                world.moorings,
                payer.id(),
                new MandateLink.Asked(Scheme.SEPA_CORE, false, null, null, 14, null, null),
                true);
        var account = new NewMandate.Account("A Payer", Debits.payerIban(1), "");
        var signature = NewMandate.Signature.onPaper("A Payer", "");
        MandateId first = links.sign(link, account, signature);
        assertThat(links.sign(link, account, signature)).isEqualTo(first);
        assertThat(find.ofCustomer(world.moorings, payer.id())).hasSize(1);
        assertThat(find.account(world.moorings, first)).isEqualTo(Debits.payerIban(1));
        MandateLink newer = links.make(
                world.moorings,
                payer.id(),
                new MandateLink.Asked(Scheme.SEPA_CORE, false, null, null, 14, null, null),
                true);
        links.withdraw(world.moorings, newer.id());
        assertThatThrownBy(() -> links.sign(newer, account, signature)).hasMessageContaining("This link is closed");
    }

    @Test
    void b2b_is_refused_to_a_private_person_and_waits_for_the_bank(World world, Mandates mandates) {
        Debits debits = world.debits();
        Customer person = world.payer();
        assertThatThrownBy(() -> debits.mandate(person, Debits.authority(Scheme.SEPA_B2B, SIGNED, null), 1))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("between organisations only");
        Customer club = world.organisation("Rowing Club");
        MandateId id = debits.mandate(club, Debits.authority(Scheme.SEPA_B2B, SIGNED, null), 2);
        assertThat(debits.find(id).state()).isEqualTo(MandateState.AWAITING_BANK);
        mandates.move(world.moorings, id, MandateState.ACTIVE, "confirmed");
        mandates.move(world.moorings, id, MandateState.CANCELLED, "revoked");
        assertThatThrownBy(() -> mandates.move(world.moorings, id, MandateState.ACTIVE, "again"))
                .hasMessageContaining("is cancelled and cannot be active");
    }

    @Test
    void it_lapses_expires_and_is_told_of(World world, Mandates mandates) {
        Debits debits = world.debits();
        MandateId old =
                debits.mandate(world.payer(), Debits.authority(Scheme.SEPA_CORE, LocalDate.of(2023, 6, 18), null), 1);
        mandates.passDay(world.moorings, LocalDate.of(2026, 6, 18));
        assertThat(debits.find(old).state()).isEqualTo(MandateState.ACTIVE);
        mandates.passDay(world.moorings, LocalDate.of(2026, 6, 19));
        assertThat(debits.find(old).state()).isEqualTo(MandateState.LAPSED);
    }

    @Test
    void the_narrowest_mandate_covers(World world, FindMandates find, Mandates mandates) {
        Debits debits = world.debits();
        Customer payer = debits.payer(1);
        Document invoice = debits.invoice(payer, "10.00");
        Mandate whole = debits.of(payer);
        assertThat(find.covering(world.moorings, List.of(invoice.id()))
                        .get(invoice.id())
                        .id())
                .isEqualTo(whole.id());
        MandateId own = mandates.add(
                world.moorings,
                new NewMandate(
                        payer.id(),
                        null,
                        Debits.authority(Scheme.SEPA_CORE, SIGNED, null),
                        new NewMandate.Account("Another payer", Debits.payerIban(2), ""),
                        Way.PAPER,
                        NewMandate.Signature.onPaper("Another payer", ""),
                        List.of(Mandate.Cover.of(invoice.id())),
                        null,
                        false));
        assertThat(find.covering(world.moorings, List.of(invoice.id()))
                        .get(invoice.id())
                        .id())
                .isEqualTo(own);
        mandates.move(world.moorings, own, MandateState.CANCELLED, "revoked");
        assertThat(find.covering(world.moorings, List.of(invoice.id()))
                        .get(invoice.id())
                        .id())
                .isEqualTo(whole.id());
    }

    @Test
    void open_invoices_are_listed_by_the_state_of_their_mandate(World world, ListDocuments lists, Mandates mandates) {
        Debits debits = world.debits();
        Customer payer = debits.payer(1);
        Document covered = debits.invoice(payer, "10.00");
        Document bare = debits.invoice(world.payer(), "10.00");
        assertThat(listed(world, lists, "active")).containsExactly(covered.number());
        assertThat(listed(world, lists, "none")).containsExactly(bare.number());
        mandates.move(world.moorings, debits.of(payer).id(), MandateState.SUSPENDED, "the account was closed");
        assertThat(listed(world, lists, "active")).isEmpty();
        assertThat(listed(world, lists, "suspended")).containsExactly(covered.number());
    }

    private static List<String> listed(World world, ListDocuments lists, String mandate) {
        var filter = new ListDocuments.Filter(
                "", null, null, mandate, Set.of(DocumentKind.INVOICE), ListDocuments.Order.NEWEST);
        List<ListDocuments.Listed> found = lists.list(world.moorings, filter, RunningApp.TODAY, Slice.first(10));
        assertThat(found).allMatch(l -> l.mandate().equals(mandate.equals("none") ? "" : mandate));
        assertThat(lists.totals(world.moorings, filter, RunningApp.TODAY).count())
                .isEqualTo(found.size());
        return found.stream().map(ListDocuments.Listed::number).toList();
    }

    @Test
    void a_changed_account_is_told_to_the_bank_with_the_next_collection(World world, Mandates mandates) {
        Debits debits = world.debits();
        Customer payer = debits.payer(1);
        debits.invoice(payer, "10.00");
        MandateId id = debits.of(payer).id();
        mandates.amendAccount(world.moorings, id, new NewMandate.Account("A", Debits.payerIban(3), ""), "moved");
        assertThat(debits.find(id).amended().isNewAccount()).isFalse();
        debits.collect(LocalDate.of(2026, 6, 16));
        mandates.amendAccount(world.moorings, id, new NewMandate.Account("A", Debits.payerIban(4), ""), "moved again");
        mandates.amendReference(world.moorings, id, Scheme.SEPA_CORE.rules().reference("NEW-1"));
        assertThat(debits.find(id).amended().isNewAccount()).isTrue();
        assertThat(debits.find(id).amended().formerReference()).startsWith("M-");
        debits.invoice(payer, "20.00");
        debits.collect(LocalDate.of(2026, 6, 16));
        assertThat(debits.find(id).amended().isNewAccount()).isFalse();
    }

    @Test
    void a_file_takes_the_good_lines_in_and_hands_the_bad_ones_back(
            World world, ImportMandates imports, FindMandates find) {
        world.debits();
        Customer payer = world.payer();
        String csv = """
                customer,reference,iban,signed on,collections,scheme
                %1$s,OLD-77,%2$s,2024-02-29,9,SEPA Core
                %1$s,OLD-77,%2$s,2024-02-29,,
                %1$s,OLD 78,%2$s,2026-05-01,,
                %1$s,OLD-79,IE00LAKE,2027-05-01,,SEPA B2B
                NOBODY,OLD-80,%2$s,2026-05-01,,
                """.formatted(payer.code(), Debits.payerIban(1).value());
        UUID id = imports.rehearse(
                world.moorings, "old.csv", new ByteArrayInputStream(csv.getBytes(StandardCharsets.UTF_8)));
        assertThat(imports.lines(world.moorings, id))
                .extracting(l -> l.isBad() ? String.join("; ", l.reasons()) : "good")
                .satisfiesExactly(
                        l -> assertThat(l).isEqualTo("good"),
                        l -> assertThat(l).contains("stands in the file twice"),
                        l -> assertThat(l).contains("cannot be a mandate reference"),
                        l -> assertThat(l).contains("is not an account number"),
                        l -> assertThat(l).contains("no customer of code"));
        assertThat(find.ofCustomer(world.moorings, payer.id())).isEmpty();
        imports.take(world.moorings, id);
        imports.take(world.moorings, id);
        assertThat(find.ofCustomer(world.moorings, payer.id()))
                .singleElement()
                .satisfies(m -> assertThat(m.reference().value()).isEqualTo("OLD-77"))
                .satisfies(m -> assertThat(m.left()).isEqualTo(9));
    }

    @Test
    void a_large_run_waits_for_a_second_person_and_then_goes(World world, Approvals approvals, FindDebits find) {
        Debits debits = world.debits();
        debits.invoice(debits.payer(1), "900.00");
        approvals.setLimit(world.moorings, ApprovalKind.DEBIT_RUN, World.euro("500.00"));
        DebitRun run = debits.commit(debits.rehearse(LocalDate.of(2026, 6, 16)));
        assertThat(run.state()).isEqualTo(DebitRun.State.REHEARSED);
        assertThat(approvals.last(
                        world.moorings, ApprovalKind.DEBIT_RUN, run.id().value()))
                .isPresent();
        assertThat(find.expected(
                        world.moorings,
                        find.items(world.moorings, run.id()).getFirst().document()))
                .singleElement()
                .satisfies(e -> assertThat(e.isHandedOver()).isFalse());
    }
}
