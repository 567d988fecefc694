package exactum.app.cards;

import exactum.core.ids.ProcessorId;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpFilter;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.Ordered;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import tools.jackson.databind.json.JsonMapper;

/**
 * Where the processor's notices arrive, many in a moment: before everything that pages need and notices do not, such as sessions
 * and sign-in. Their signature is their sign-in.
 */
final class HookEndpoint extends HttpFilter {
    private static final int LARGEST = 65_536;
    private static final Pattern PATH =
            Pattern.compile("/hooks/processor/([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})");
    private final transient TakeInNotice takeIn;
    private final transient JsonMapper json;

    private HookEndpoint(TakeInNotice takeIn, JsonMapper json) {
        this.takeIn = takeIn;
        this.json = json;
    }

    @Configuration
    static class AtItsPath {
        @Bean
        FilterRegistrationBean<HookEndpoint> hookEndpoint(TakeInNotice takeIn, JsonMapper json) {
            var registration = new FilterRegistrationBean<>(new HookEndpoint(takeIn, json));
            registration.addUrlPatterns("/hooks/processor/*");
            registration.setOrder(Ordered.HIGHEST_PRECEDENCE + 1);
            return registration;
        }
    }

    @Override
    protected void doFilter(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws IOException, ServletException {
        Matcher path = PATH.matcher(request.getRequestURI());
        if (path.matches() && request.getMethod().equals("POST"))
            answer(ProcessorId.valueOf(path.group(1)), request, response);
        else chain.doFilter(request, response);
    }

    private void answer(ProcessorId processor, HttpServletRequest request, HttpServletResponse response)
            throws IOException {
        byte[] content = request.getInputStream().readNBytes(LARGEST + 1);
        if (content.length > LARGEST) {
            problem(response, HttpStatus.CONTENT_TOO_LARGE, "The notice is larger than 64 KB. It was not stored.");
            return;
        }
        var headers = new TakeInNotice.Headers(
                request.getHeader("webhook-id"),
                request.getHeader("webhook-timestamp"),
                request.getHeader("webhook-signature"));
        switch (takeIn.take(processor, headers, new String(content, StandardCharsets.UTF_8))) {
            case STORED -> response.setStatus(HttpStatus.ACCEPTED.value());
            case SEEN_BEFORE -> response.setStatus(HttpStatus.NO_CONTENT.value());
            case NOT_GENUINE ->
                problem(
                        response,
                        HttpStatus.BAD_REQUEST,
                        "The signature is wrong or older than five minutes. The notice was not stored.");
        }
    }

    private void problem(HttpServletResponse response, HttpStatus status, String sentence) throws IOException {
        response.setStatus(status.value());
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.getOutputStream().write(json.writeValueAsBytes(ProblemDetail.forStatusAndDetail(status, sentence)));
    }
}
