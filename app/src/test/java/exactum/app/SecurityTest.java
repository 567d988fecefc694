package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.security.Users;
import exactum.app.security.Vault;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Forms of our own only, strict pages, secrets that nobody reads. */
@ExtendWith(RunningApp.class)
class SecurityTest {
    @Test
    void a_form_without_our_token_is_refused(World world) {
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.post("/billing-runs", "forged", "date=today").statusCode())
                    .isEqualTo(409);
            assertThat(ada.post("/billing-runs", ada.token("/day"), "date=31 Feb 2026")
                            .statusCode())
                    .isEqualTo(422);
        }
    }

    @Test
    void pages_carry_a_strict_policy(World world) {
        try (var stranger = new Visitor(world, "nobody")) {
            String policy = stranger.get("~/sign-in")
                    .headers()
                    .firstValue("content-security-policy")
                    .orElseThrow();
            assertThat(policy)
                    .contains("default-src 'none'", "script-src 'self'", "style-src 'self'")
                    .doesNotContain("unsafe");
        }
    }

    @Test
    void an_auditor_reads_everything_and_finds_no_way_to_write(World world) {
        try (var otto = new Visitor(world, "otto")) {
            assertThat(otto.get("/ledger").statusCode()).isEqualTo(200);
            assertThat(otto.get("/recurring").body()).doesNotContain("New recurring invoice</a>");
        }
    }

    @Test
    void a_refusal_says_what_was_saved(World world) {
        try (var ada = new Visitor(world, "ada")) {
            var answer = ada.post("/setup/bank-accounts", "name=x&iban=IE00&account=1000&opening=0&openedOn=today");
            assertThat(answer.statusCode()).isEqualTo(422);
            assertThat(answer.body()).contains("is not an account number").contains("Nothing was saved");
        }
    }

    @Test
    void the_first_users_address_works_once_and_only_while_there_is_nobody(World world, Users users) {
        String ticket = users.issueFirstUserTicket();
        assertThatThrownBy(() -> users.addFirst(ticket, "eve", "Eve", "ten-letters"))
                .hasMessageContaining("used already or is too old");
    }

    @Test
    void a_ticket_makes_one_user_and_no_second_one_even_when_that_one_is_gone(World world, Users users) {
        world.asOwner("truncate app_user cascade");
        String ticket = users.issueFirstUserTicket();
        assertThatThrownBy(() -> users.addFirst(ticket, "eve", "Eve", "short")).hasMessageContaining("ten characters");
        users.addFirst(ticket, "eve", "Eve", "ten-letters-or-more");
        assertThat(users.isEmpty()).isFalse();
        world.asOwner("truncate app_user cascade");
        assertThatThrownBy(() -> users.addFirst(ticket, "mallory", "Mallory", "ten-letters-or-more"))
                .hasMessageContaining("used already or is too old");
        String late = users.issueFirstUserTicket();
        world.asOwner("update first_user_ticket set expires_at = now() - interval '1 second' where used_at is null");
        assertThatThrownBy(() -> users.addFirst(late, "mallory", "Mallory", "ten-letters-or-more"))
                .hasMessageContaining("used already or is too old");
        assertThat(users.isEmpty()).isTrue();
    }

    @Test
    void secrets_are_not_readable_in_the_database(World world, Vault vault, DSLContext db) {
        byte[] sealed = vault.encrypt("whsec_secret");
        assertThat(new String(sealed, StandardCharsets.ISO_8859_1)).doesNotContain("secret");
        assertThat(vault.decrypt(sealed)).isEqualTo("whsec_secret");
        assertThat(Arrays.equals(vault.encrypt("a"), vault.encrypt("a"))).isFalse();
        sealed[sealed.length - 1] ^= 1;
        assertThatThrownBy(() -> vault.decrypt(sealed)).isInstanceOf(IllegalStateException.class);
        assertThat(db.fetch("select * from processor_account").format()).doesNotContain(World.SECRET);
        assertThat(db.fetch("select * from bank_account").format()).doesNotContain(world.iban.value());
    }
}
