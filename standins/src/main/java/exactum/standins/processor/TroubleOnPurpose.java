package exactum.standins.processor;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.util.ContentCachingResponseWrapper;

/** Lets calls to the processor's API go wrong as often as the desk was told: too many, a fault, late, or done and unanswered. */
@Component
class TroubleOnPurpose extends OncePerRequestFilter {
    private static final long MILLIS = 1_000;
    private final Desk desk;
    private final AtomicInteger answered = new AtomicInteger();

    TroubleOnPurpose(Desk desk) {
        this.desk = desk;
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return !"POST".equals(request.getMethod()) || !request.getRequestURI().startsWith("/processor/api/");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Optional<String> currency = Optional.ofNullable(request.getHeader(HttpHeaders.AUTHORIZATION))
                .flatMap(a -> desk.withKey(a.replace("Bearer ", "")))
                .map(Desk.Account::currency);
        if (currency.isEmpty()) {
            chain.doFilter(request, response);
            return;
        }
        String account = currency.get();
        if (takes(account, f -> f.limited() > 0, Faults::oneLimitedLess)) {
            response.setHeader(HttpHeaders.RETRY_AFTER, "1");
            response.sendError(HttpStatus.TOO_MANY_REQUESTS.value());
        } else if (takes(account, f -> f.failing() > 0, Faults::oneFailingLess)) {
            response.sendError(HttpStatus.SERVICE_UNAVAILABLE.value());
        } else {
            wait(account);
            answer(account, request, response, chain);
        }
    }

    private void answer(String account, HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        int every = desk.account(account).faults().lostEvery();
        boolean isLost = every > 0 && answered.incrementAndGet() % every == 0;
        if (!isLost && !takes(account, f -> f.lost() > 0, Faults::oneLostLess)) {
            chain.doFilter(request, response);
            return;
        }
        chain.doFilter(request, new ContentCachingResponseWrapper(response));
        response.sendError(HttpStatus.GATEWAY_TIMEOUT.value());
    }

    private void wait(String account) {
        int seconds = desk.account(account).faults().slowSeconds();
        if (seconds == 0) return;
        desk.change(account, a -> a.with(a.faults().notSlow()));
        try {
            Thread.sleep(seconds * MILLIS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Whether a fault of a kind is due; counts it, so that two calls at once never share one. */
    private boolean takes(String account, Predicate<Faults> isDue, UnaryOperator<Faults> less) {
        if (!isDue.test(desk.account(account).faults())) return false;
        var taken = new AtomicReference<>(false);
        desk.change(account, a -> {
            taken.set(isDue.test(a.faults()));
            return taken.get() ? a.with(less.apply(a.faults())) : a;
        });
        return taken.get();
    }
}
