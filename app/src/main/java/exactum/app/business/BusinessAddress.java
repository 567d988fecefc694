package exactum.app.business;

import jakarta.servlet.DispatcherType;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * The first part of an address says which business is meant: {@code /larkwater/invoices}. It is bound to the request here,
 * before anybody asks who is signed in, and from then on it is the context path: every link and redirect of a page stays
 * within its business without knowing it.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 60)
public class BusinessAddress extends OncePerRequestFilter {
    private static final String BOUND = BusinessAddress.class.getName();
    private final FindBusinesses businesses;

    BusinessAddress(FindBusinesses businesses) {
        this.businesses = businesses;
    }

    /** The business that the address of the request names. */
    public static Optional<Business> of(HttpServletRequest request) {
        return Optional.ofNullable((Business) request.getAttribute(BOUND));
    }

    /** The part of the address behind the business, with a slash in front. */
    public static String within(HttpServletRequest request) {
        return request.getRequestURI().substring(request.getContextPath().length());
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (request.getDispatcherType() == DispatcherType.ERROR) {
            Optional<Business> asked =
                    of(request).filter(b -> Membership.of(request).isPresent());
            chain.doFilter(
                    asked.isEmpty()
                            ? request
                            : new ErrorWithin(request, "/" + asked.get().code()),
                    response);
            return;
        }
        String uri = request.getRequestURI();
        int end = uri.indexOf('/', 1);
        String first = end < 0 ? uri.substring(Math.min(1, uri.length())) : uri.substring(1, end);
        Optional<Business> business = first.matches("[a-z][a-z0-9-]{0,39}") && !Reserved.WORDS.contains(first)
                ? businesses.findByCode(first)
                : Optional.empty();
        if (business.isEmpty()) {
            chain.doFilter(request, response);
        } else if (end < 0 || end == uri.length() - 1) {
            response.sendRedirect("/" + first + "/day");
        } else {
            request.setAttribute(BOUND, business.get());
            chain.doFilter(new Within(request, "/" + first), response);
        }
    }

    @Override
    protected boolean shouldNotFilterErrorDispatch() {
        return false;
    }

    /** A request whose context is a business. */
    private abstract static class OfBusiness extends HttpServletRequestWrapper {
        final String prefix;

        private OfBusiness(HttpServletRequest request, String prefix) {
            super(request);
            this.prefix = prefix;
        }

        @Override
        public String getContextPath() {
            return prefix;
        }
    }

    /** The page of an error, as if it stood within the business that was asked; for whoever works there. */
    private static final class ErrorWithin extends OfBusiness {
        private ErrorWithin(HttpServletRequest request, String prefix) {
            super(request, prefix);
        }

        @Override
        public String getRequestURI() {
            return prefix + super.getRequestURI();
        }
    }

    /** The request as it is seen from within the business. */
    private static final class Within extends OfBusiness {
        private Within(HttpServletRequest request, String prefix) {
            super(request, prefix);
        }

        @Override
        public String getServletPath() {
            return super.getServletPath().substring(prefix.length());
        }
    }
}
