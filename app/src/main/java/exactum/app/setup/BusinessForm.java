package exactum.app.setup;

import exactum.app.business.Business;
import exactum.app.business.BusinessCode;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import exactum.core.text.TextKind;
import java.util.Set;

/** Who a business is, as it is typed. */
final class BusinessForm {
    private BusinessForm() {}

    /** A new business; its code is the one typed, or what its name suggests. */
    static Business fresh(TypedForm f) {
        String code = f.text("code", BusinessCode.of(f.text("senderName")));
        return business(f, new BusinessId(1), BusinessCode.typed(code), f.text("brandTypeface", "book"));
    }

    static Business changed(TypedForm f, Business before) {
        return business(f, before.id(), before.code(), f.text("brandTypeface", "plain"));
    }

    private static Business business(TypedForm f, BusinessId id, String code, String typeface) {
        if (!Set.of("plain", "book").contains(typeface)) {
            throw new Refusal(
                    "typed.typeface", "“%s” is not a typeface we have. Nothing was saved.".formatted(typeface));
        }
        var identity = new Business.Identity(
                f.required("legalName", "legal name", TextKind.NAME),
                f.required("senderName", "sender of messages", TextKind.NAME),
                f.required("statementName", "name on bank statements", TextKind.NAME),
                f.required("address", "address", TextKind.ADDRESS),
                f.country("country"),
                f.required("taxNumber", "tax number", TextKind.CODE),
                f.email("mailFrom", "sender address"));
        var brand = new Business.Brand(f.colour("brandColour"), f.colour("brandAccent"), typeface);
        return new Business(id, code, identity, f.currency("currency"), f.zone("timeZone"), brand, 1);
    }
}
