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

@ExtendWith(RunningApp.class)
class SecurityTest {
    @Test
    void an_auditor_reads_and_never_writes(World world) throws Exception {
        try (var otto = new Visitor(world, "otto")) {
            assertThat(otto.get("/ledger").statusCode()).isEqualTo(200);
            assertThat(otto.get("/recurring").body()).doesNotContain("New recurring invoice</a>");
            String token = otto.token("/");
            for (String path : new String[] {
                "/customers",
                "/setup/terms",
                "/billing-runs",
                "/statements/fetch",
                "/clock/forward",
                "/without-a-home/accept-sure"
            }) {
                assertThat(otto.post(path, token, "name=x").statusCode())
                        .as(path)
                        .isEqualTo(403);
            }
        }
    }

    @Test
    void a_form_without_our_token_is_refused(World world) throws Exception {
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.post("/billing-runs", "forged", "date=today").statusCode())
                    .isEqualTo(403);
            assertThat(ada.post("/billing-runs", ada.token("/"), "date=2 Jun 2099")
                            .statusCode())
                    .isEqualTo(422);
        }
    }

    @Test
    void a_stranger_is_led_to_sign_in_and_pages_carry_a_strict_policy(World world) throws Exception {
        try (var stranger = new Visitor(world, "nobody")) {
            assertThat(stranger.get("/customers").statusCode()).isEqualTo(302);
            String policy = stranger.get("/sign-in")
                    .headers()
                    .firstValue("content-security-policy")
                    .orElseThrow();
            assertThat(policy)
                    .contains("default-src 'none'", "script-src 'self'", "style-src 'self'")
                    .doesNotContain("unsafe");
        }
    }

    @Test
    void a_refusal_keeps_the_sentence_and_says_what_was_kept(World world) throws Exception {
        try (var ada = new Visitor(world, "ada")) {
            var answer = ada.post(
                    "/setup/bank-accounts", ada.token("/"), "name=x&iban=IE00&account=1000&opening=0&openedOn=today");
            assertThat(answer.statusCode()).isEqualTo(422);
            assertThat(answer.body()).contains("is not an account number").contains("Nothing was kept");
        }
    }

    @Test
    void the_first_users_address_works_once_and_only_while_there_is_nobody(World world, Users users) {
        String ticket = users.issueFirstUserTicket();
        assertThatThrownBy(() -> users.addFirst(ticket, "eve", "Eve", "ten-letters"))
                .hasMessageContaining("used already or is too old");
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
    }
}
