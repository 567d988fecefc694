package exactum.app.bank;

import exactum.app.outside.Outside;
import exactum.app.setup.BankAccount;
import exactum.core.bank.AccountNumber;
import exactum.core.problem.Refusal;
import exactum.core.text.CleanText;
import java.net.URI;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.web.client.RestClientException;
import tools.jackson.databind.JsonNode;

/** Fetches statement files where a bank puts them. */
@Component
class BankFeed {
    private static final int MOST_FILES = 500;
    private final Outside outside;

    BankFeed(Outside outside) {
        this.outside = outside;
    }

    /** A file as the bank offers it; its content is fetched when it is asked for. */
    record Offered(String name, String url) {}

    /** The notices and the statements after the statement with the reference, the oldest first, at most 500 of each. */
    List<Offered> after(BankAccount account, AccountNumber iban, String lastReference) {
        String query =
                "?account=" + encoded(iban.value()) + "&after=" + encoded(lastReference == null ? "" : lastReference);
        try {
            JsonNode answer = outside.json(account.feedUrl() + query, Map.of());
            var files = new ArrayList<Offered>();
            if (answer.has("notices")) files.addAll(offered(account, answer, "notices"));
            files.addAll(offered(account, answer, "statements"));
            return files;
        } catch (RestClientException noAnswer) {
            throw refused(account, noAnswer);
        }
    }

    private static List<Offered> offered(BankAccount account, JsonNode answer, String kind) {
        var files = new ArrayList<Offered>();
        for (JsonNode file : Outside.list(answer, kind)) {
            String url = Outside.text(file, "url");
            if (!isOfSameOrigin(account.feedUrl(), url)) throw new RestClientException("a file lies elsewhere: " + url);
            if (files.size() < MOST_FILES)
                files.add(new Offered(CleanText.harmless(Outside.text(file, "name"), 140), url));
        }
        return files;
    }

    byte[] content(BankAccount account, Offered file) {
        try {
            return outside.bytes(file.url(), Map.of());
        } catch (RestClientException noAnswer) {
            throw refused(account, noAnswer);
        }
    }

    private static boolean isOfSameOrigin(String one, String other) {
        try {
            URI a = URI.create(one);
            URI b = URI.create(other);
            return a.getScheme().equals(b.getScheme()) && a.getAuthority().equals(b.getAuthority());
        } catch (IllegalArgumentException | NullPointerException none) {
            return false;
        }
    }

    private static Refusal refused(BankAccount account, RestClientException noAnswer) {
        return new Refusal(
                "statement.unreachable",
                "The bank gives no statements at %s: %s. Nothing was stored. Try again later, or import its file."
                        .formatted(account.feedUrl(), Outside.words(noAnswer)));
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }
}
