package exactum.app.mandates;

import exactum.app.business.Business;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.press.PdfPress;
import exactum.app.setup.Creditor;
import exactum.app.setup.FindSetup;
import exactum.core.bank.Iban;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.mandate.Authority;
import exactum.core.problem.Refusal;
import exactum.core.scheme.Scheme;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** The form of a mandate in the scheme's words: empty to be signed on paper, or with what was signed. */
@Component
public class MandatePaper {
    private final PdfPress press;
    private final FindCustomers customers;
    private final FindSetup setup;
    private final FindMandates mandates;
    private final MandateStore store;

    MandatePaper(PdfPress press, FindCustomers customers, FindSetup setup, FindMandates mandates, MandateStore store) {
        this.press = press;
        this.customers = customers;
        this.setup = setup;
        this.mandates = mandates;
        this.store = store;
    }

    /** The identifier under which a business collects; a refusal while there is none. */
    public Creditor creditor(Business business) {
        return findCreditor(business.id())
                .orElseThrow(
                        () -> new Refusal(
                                "mandate.no-creditor",
                                "No bank account has a creditor identifier yet, and a mandate cannot be given without one. Add it in the set-up, under bank accounts."));
    }

    /** The same, or nothing while there is none. */
    public Optional<Creditor> findCreditor(BusinessId business) {
        return setup.bankAccounts(business).stream()
                .filter(b -> b.profile().creditor() != null)
                .findFirst()
                .flatMap(b -> setup.creditors(business).stream()
                        .filter(c -> c.id().equals(b.profile().creditor()))
                        .findFirst());
    }

    /** To be printed and signed; the account is filled in by the payer. */
    byte[] toSign(Business business, CustomerId customer, Scheme scheme, boolean isOneOff) {
        Map<String, Object> model = model(business, customer, scheme, isOneOff);
        model.put("reference", "");
        model.put("iban", null);
        model.put("signature", null);
        return press.print("pdf/mandate", Locale.ENGLISH, model);
    }

    /** What was signed. */
    byte[] signed(Business business, Mandate mandate) {
        Authority a = mandate.authority();
        Map<String, Object> model = model(business, mandate.customer(), a.scheme(), a.isOneOff());
        Iban iban = mandates.account(business.id(), mandate.id());
        model.put("reference", mandate.reference().value());
        model.put("iban", iban.printed());
        model.put("payer", mandate.payer());
        model.put("signedOn", a.signedOn());
        model.put("signature", store.signature(business.id(), mandate.id()));
        return press.print("pdf/mandate", Locale.ENGLISH, model);
    }

    private Map<String, Object> model(Business business, CustomerId customer, Scheme scheme, boolean isOneOff) {
        Customer whose = customers.get(business.id(), customer);
        var model = new HashMap<String, Object>();
        model.put("wording", scheme.rules().wording());
        model.put(
                "authority",
                scheme.rules()
                        .wording()
                        .authority()
                        .formatted(business.identity().legalName()));
        model.put("business", business);
        model.put("creditor", creditor(business));
        model.put("customer", whose);
        model.put("oneOff", isOneOff);
        model.put("newLine", "\n");
        return model;
    }
}
