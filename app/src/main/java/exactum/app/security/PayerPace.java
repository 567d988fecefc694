package exactum.app.security;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import exactum.app.installation.Settings;
import io.github.bucket4j.Bucket;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Nobody asks a payer's page faster than people do: so many looks and a tenth as many presses a minute from one address of the
 * network. Each instance of the application counts by itself.
 */
@Component
class PayerPace extends OncePerRequestFilter {
    private static final int LOOKS_A_PRESS = 10;
    private static final int MOST_ADDRESSES = 50_000;
    private static final Duration MINUTE = Duration.ofMinutes(1);
    private final Cache<String, Bucket> looks = forgotten();
    private final Cache<String, Bucket> presses = forgotten();
    private final int looksAMinute;

    PayerPace(Settings settings) {
        looksAMinute = settings.payerLooksAMinute();
    }

    private static Cache<String, Bucket> forgotten() {
        return Caffeine.newBuilder()
                .maximumSize(MOST_ADDRESSES)
                .expireAfterAccess(MINUTE.multipliedBy(2))
                .build();
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        String path = request.getRequestURI();
        return !path.startsWith("/pay/") || path.startsWith("/pay/brand/");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        boolean press = "POST".equals(request.getMethod());
        int most = press ? Math.max(1, looksAMinute / LOOKS_A_PRESS) : looksAMinute;
        Bucket bucket = (press ? presses : looks).get(request.getRemoteAddr(), from -> bucket(most));
        if (bucket.tryConsume(1)) {
            chain.doFilter(request, response);
            return;
        }
        response.setStatus(HttpStatus.TOO_MANY_REQUESTS.value());
        response.setHeader(HttpHeaders.RETRY_AFTER, String.valueOf(MINUTE.toSeconds()));
        response.setContentType("text/plain;charset=UTF-8");
        response.getWriter()
                .write(
                        "Too many requests from your network. Please wait a minute. Nothing was charged.\nZu viele Anfragen aus Ihrem Netz. Bitte warten Sie eine Minute. Es wurde nichts abgebucht.\n");
    }

    private static Bucket bucket(int most) {
        return Bucket.builder()
                .addLimit(limit -> limit.capacity(most).refillGreedy(most, MINUTE))
                .build();
    }
}
