package exactum.app.security;

import exactum.app.business.Business;
import exactum.app.business.BusinessAddress;
import exactum.app.business.FindBusinesses;
import exactum.app.business.Membership;
import jakarta.servlet.http.HttpServletRequest;
import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.security.authentication.AnonymousAuthenticationToken;
import org.springframework.security.authorization.AuthorizationDecision;
import org.springframework.security.authorization.AuthorizationManager;
import org.springframework.security.core.Authentication;
import org.springframework.security.web.access.intercept.RequestAuthorizationContext;
import org.springframework.stereotype.Component;

/**
 * Within a business only who works there is let in; what they may do there is looked at by {@link MayDo}. What nobody may
 * know of is not there: to a stranger the whole business is an address that leads nowhere.
 */
@Component
class MayAct implements AuthorizationManager<RequestAuthorizationContext> {
    /** Set on a request whose sender does not work for the business. */
    static final String STRANGER = MayAct.class.getName() + ".stranger";

    private final FindBusinesses businesses;

    MayAct(FindBusinesses businesses) {
        this.businesses = businesses;
    }

    @Override
    public AuthorizationDecision authorize(
            Supplier<? extends Authentication> who, RequestAuthorizationContext context) {
        Authentication signedIn = who.get();
        boolean isIn =
                signedIn != null && signedIn.isAuthenticated() && !(signedIn instanceof AnonymousAuthenticationToken);
        if (!isIn) return new AuthorizationDecision(false);
        HttpServletRequest request = context.getRequest();
        Optional<Business> business = BusinessAddress.of(request);
        if (business.isEmpty()) return new AuthorizationDecision(true);
        Optional<Membership> member = businesses.membership(business.get().id(), signedIn.getName());
        member.ifPresentOrElse(m -> m.bind(request), () -> request.setAttribute(STRANGER, true));
        return new AuthorizationDecision(member.isPresent());
    }
}
