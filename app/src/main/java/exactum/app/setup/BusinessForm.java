package exactum.app.setup;

import exactum.app.business.Business;
import exactum.app.business.BusinessCode;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import exactum.core.start.Start;
import exactum.core.start.Starts;
import exactum.core.text.TextKind;
import java.time.ZoneId;
import java.util.Currency;
import java.util.Locale;
import java.util.Optional;

/** Who a business is, as it is typed. */
final class BusinessForm {
    private static final Business.Brand FIRST_LOOK = new Business.Brand("#17405c", "#a8481a", "book", null);

    private BusinessForm() {}

    /** A new business: what was not typed is what its name suggests and its country proposes. */
    static Business fresh(TypedForm f) {
        String legalName = f.required("legalName", "legal name", TextKind.NAME);
        String senderName = f.text("senderName", legalName);
        String country = f.country("country");
        Optional<Start> start = Starts.of(country);
        return new Business(
                new BusinessId(1),
                code(f, senderName),
                identity(f, legalName, senderName, country),
                currency(f, start),
                zone(f, start),
                FIRST_LOOK,
                1);
    }

    private static String code(TypedForm f, String name) {
        String typed = f.text("code", BusinessCode.of(name));
        try {
            return BusinessCode.typed(typed);
        } catch (Refusal refused) {
            f.refuse("code", refused.code(), refused.sentence());
            return "a";
        }
    }

    private static Currency currency(TypedForm f, Optional<Start> start) {
        boolean typed = !f.raw("currency").isBlank() || start.isEmpty();
        return typed ? f.currency("currency") : start.get().currency();
    }

    private static ZoneId zone(TypedForm f, Optional<Start> start) {
        boolean typed = !f.raw("timeZone").isBlank() || start.isEmpty();
        return typed ? f.zone("timeZone") : start.get().zone();
    }

    /** A business that is there, as it is to be. */
    static Business changed(TypedForm f, Business before) {
        String legalName = f.required("legalName", "legal name", TextKind.NAME);
        String senderName = f.required("senderName", "sender of messages", TextKind.NAME);
        return new Business(
                before.id(),
                before.code(),
                identity(f, legalName, senderName, f.country("country")),
                f.currency("currency"),
                f.zone("timeZone"),
                before.brand(),
                f.raw("revision").isBlank() ? before.revision() : f.whole("revision", 9));
    }

    private static Business.Identity identity(TypedForm f, String legalName, String senderName, String country) {
        return new Business.Identity(
                legalName,
                senderName,
                f.text("statementName", shortened(senderName)),
                f.required("address", "address", TextKind.ADDRESS),
                country,
                f.text("taxNumber", TextKind.CODE),
                f.email("mailFrom", "sender address"));
    }

    /** As banks print it: capitals, at most 22 of them, as card schemes have room for. */
    private static String shortened(String name) {
        String capitals = name.toUpperCase(Locale.ROOT);
        return capitals.substring(0, Math.min(22, capitals.length()));
    }
}
