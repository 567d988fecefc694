package exactum.app.mandates;

import exactum.app.customers.Customer;
import exactum.app.web.TypedForm;
import exactum.core.bank.Iban;
import exactum.core.ids.MandateId;
import exactum.core.mandate.Authority;
import exactum.core.money.Money;
import exactum.core.scheme.MandateReference;
import exactum.core.scheme.Scheme;
import exactum.core.text.TextKind;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.UUID;

/** Reads what is typed of a mandate. */
final class MandateForm {
    private final TypedForm form;
    private final LocalDate today;

    MandateForm(TypedForm form, LocalDate today) {
        this.form = form;
        this.today = today;
    }

    static List<String> schemes() {
        return Arrays.stream(Scheme.values()).map(Scheme::words).toList();
    }

    NewMandate onPaper(Customer customer) {
        Scheme scheme = scheme();
        String typed = form.text("reference", TextKind.CODE);
        MandateReference reference =
                typed.isEmpty() ? null : form.parsed("reference", "reference", scheme.rules()::reference);
        UUID replaces = form.idOrNone("replaces");
        NewMandate.Account account = account();
        return new NewMandate(
                customer.id(),
                reference,
                authority(scheme),
                account,
                Way.PAPER,
                NewMandate.Signature.onPaper(account == null ? "" : account.name(), form.text("place", TextKind.NAME)),
                List.of(),
                replaces == null ? null : new MandateId(replaces),
                form.has("collects"));
    }

    /** Of a file: its reference must stand there. */
    NewMandate imported(Customer customer) {
        form.required("reference", "reference", TextKind.CODE);
        NewMandate read = onPaper(customer);
        return new NewMandate(
                read.customer(),
                read.reference(),
                read.authority(),
                read.account(),
                Way.IMPORT,
                read.signature(),
                read.cover(),
                null,
                true);
    }

    NewMandate.Account account() {
        return new NewMandate.Account(
                form.required("payer", "account holder", TextKind.NAME), form.parsed("iban", "IBAN", Iban::new), bic());
    }

    private String bic() {
        String bic = form.text("bic", TextKind.CODE).toUpperCase(java.util.Locale.ROOT);
        if (!bic.matches("([A-Z]{6}[A-Z0-9]{2}([A-Z0-9]{3})?)?"))
            form.refuse(
                    "bic", "typed.bic", "“%s” is not a BIC of 8 or 11 characters. Nothing was saved.".formatted(bic));
        return bic;
    }

    Scheme scheme() {
        String chosen = form.oneOf("scheme", "scheme", schemes());
        return chosen == null || !schemes().contains(chosen) ? Scheme.SEPA_CORE : Scheme.of(chosen);
    }

    private Authority authority(Scheme scheme) {
        LocalDate signed = form.date("signedOn", "day of the signature", today);
        LocalDate from = form.dateOrNone("validFrom", "first day", today);
        LocalDate until = form.dateOrNone("validUntil", "last day", today);
        MandateLink.Asked asked = asked(scheme, null);
        LocalDate day = signed == null ? today : signed;
        return new Authority(
                scheme,
                day,
                from == null ? day : from,
                until,
                asked.isOneOff(),
                asked.agreedCount(),
                asked.cap(),
                asked.noticeDays());
    }

    /** What a link asks for. */
    MandateLink.Asked asked(Scheme scheme, MandateId replaces) {
        Integer count = form.text("agreedCount").isEmpty() ? null : Integer.valueOf(form.whole("agreedCount", 4));
        Money cap = form.text("cap").isEmpty()
                ? null
                : form.money("cap", "the most of one collection", scheme.rules().currency());
        int notice = form.text("noticeDays").isEmpty()
                ? scheme.rules().termsOn(today).noticeDays()
                : form.whole("noticeDays", 2);
        return new MandateLink.Asked(scheme, form.has("oneOff"), count, cap, notice, null, replaces);
    }
}
