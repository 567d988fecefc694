package exactum.app.debits;

import exactum.app.outside.Outside;
import exactum.app.setup.BankAccount;
import exactum.app.setup.FindSetup;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import exactum.formats.pain.Pain002Reader;
import java.io.ByteArrayInputStream;
import java.net.URI;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.web.client.RestClientException;

/** Fetches status reports where a bank puts them. */
@Component
class ReportFeed {
    private final FindSetup setup;
    private final Outside outside;
    private final NoteCameBack note;

    ReportFeed(FindSetup setup, Outside outside, NoteCameBack note) {
        this.setup = setup;
        this.outside = outside;
        this.note = note;
    }

    /** Fetches what is new of all accounts of a business; what was taken before changes nothing. */
    void fetch(BusinessId business) {
        for (BankAccount account : setup.bankAccounts(business)) {
            String at = account.profile().debitUrl();
            if (at != null) fetch(business, account, at);
        }
    }

    private void fetch(BusinessId business, BankAccount account, String at) {
        try {
            String iban = setup.number(business, account.id()).value();
            for (var report : Outside.list(outside.json(at + "/reports?account=" + iban, Map.of()), "reports")) {
                URI url = URI.create(Outside.text(report, "url"));
                if (!url.getAuthority().equals(URI.create(at).getAuthority()))
                    throw new RestClientException("a report lies elsewhere");
                take(business, outside.bytes(url.toString(), Map.of()));
            }
        } catch (RestClientException | IllegalArgumentException noAnswer) {
            throw new Refusal(
                    "report.unreachable",
                    "%s gives no status reports. They are asked for again.".formatted(account.name()));
        }
    }

    private void take(BusinessId business, byte[] content) {
        try {
            note.report(business, Pain002Reader.read(new ByteArrayInputStream(content)));
        } catch (Refusal refused) {
            if (!refused.code().equals("report.again")) throw refused;
        }
    }
}
