package exactum.app.web;

import exactum.core.text.CleanText;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Collections;
import java.util.Enumeration;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Stream;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Every text of a form or an address comes in folded ({@link CleanText}). What an address asks for loses what no text may
 * hold; what a form sends keeps it, to be refused by name ({@link RefuseBadTexts}).
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 40)
class CleanRequest extends OncePerRequestFilter {
    private static final int LONGEST_ASKED = 500;

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        chain.doFilter(new Folded(request), response);
    }

    private static final class Folded extends HttpServletRequestWrapper {
        private final boolean asks;
        private Map<String, String[]> folded;

        private Folded(HttpServletRequest request) {
            super(request);
            asks = !"POST".equals(request.getMethod());
        }

        @Override
        public Map<String, String[]> getParameterMap() {
            if (folded == null) {
                var all = new LinkedHashMap<String, String[]>();
                super.getParameterMap()
                        .forEach((name, values) -> all.put(
                                name, Stream.of(values).map(v -> fold(name, v)).toArray(String[]::new)));
                folded = Collections.unmodifiableMap(all);
            }
            return folded;
        }

        /** A password is what was typed, blanks and all. */
        private String fold(String name, String value) {
            if (name.equals("password")) return value;
            return asks ? CleanText.harmless(value, LONGEST_ASKED) : CleanText.folded(value);
        }

        @Override
        public String getParameter(String name) {
            String[] values = getParameterValues(name);
            return values == null || values.length == 0 ? null : values[0];
        }

        @Override
        public String[] getParameterValues(String name) {
            return getParameterMap().get(name);
        }

        @Override
        public Enumeration<String> getParameterNames() {
            return Collections.enumeration(getParameterMap().keySet());
        }
    }
}
