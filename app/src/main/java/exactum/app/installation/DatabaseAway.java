package exactum.app.installation;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * While the database does not answer, a sentence does: stands before everything that would ask the database, and answers
 * without it. What was being done was undone by the database itself.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class DatabaseAway extends OncePerRequestFilter {
    private static final Logger LOG = LoggerFactory.getLogger(DatabaseAway.class);
    private static final String SENTENCE =
            "Exactum cannot reach its database at the moment. Nothing was lost, and what was not finished was undone. Try again in a few seconds.";

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        try {
            chain.doFilter(request, response);
        } catch (ServletException | RuntimeException failed) {
            if (!isAway(failed) || response.isCommitted()) throw failed;
            LOG.error("the database did not answer: {}", failed.getMessage());
            answer(request, response);
        }
    }

    /** Connection exceptions (SQLSTATE class 08) and shutdowns (57P). */
    private static boolean isAway(Throwable failed) {
        for (Throwable cause = failed; cause != null; cause = cause.getCause()) {
            if (cause instanceof SQLTransientConnectionException) return true;
            if (cause instanceof SQLException sql && sql.getSQLState() != null) {
                if (sql.getSQLState().startsWith("08") || sql.getSQLState().startsWith("57P")) return true;
            }
        }
        return false;
    }

    private static void answer(HttpServletRequest request, HttpServletResponse response) throws IOException {
        response.reset();
        response.setStatus(HttpServletResponse.SC_SERVICE_UNAVAILABLE);
        response.setHeader("Retry-After", "5");
        response.setHeader("Cache-Control", "no-store");
        response.setHeader("Content-Security-Policy", "default-src 'none'; style-src 'self'");
        response.setContentType("text/html;charset=UTF-8");
        boolean part = "true".equals(request.getHeader("HX-Request"));
        String text = part
                ? "<span data-code=\"status.503\">" + SENTENCE + "</span>"
                : "<!doctype html><html lang=\"en\"><head><meta charset=\"utf-8\"><title>Exactum</title><link rel=\"stylesheet\" href=\"/css/app.css\"></head><body><main class=\"page\"><h1>Not available at the moment</h1><p class=\"problem mt-2\" role=\"alert\">"
                        + SENTENCE + "</p></main></body></html>";
        response.getOutputStream().write(text.getBytes(StandardCharsets.UTF_8));
    }
}
