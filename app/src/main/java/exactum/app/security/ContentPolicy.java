package exactum.app.security;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.security.web.header.HeaderWriter;

/**
 * The content-security policy: nothing but our own files, no inline script or style. The payer's page may post on to
 * the processor, whose origin it names in the request attribute; browsers apply form-action to redirects too.
 */
public class ContentPolicy implements HeaderWriter {
    /** Request attribute with an origin that a form of this page may lead to. */
    public static final String FORM_TARGET = "exactum.form-target";

    @Override
    public void writeHeaders(HttpServletRequest request, HttpServletResponse response) {
        Object target = request.getAttribute(FORM_TARGET);
        response.setHeader(
                "Content-Security-Policy",
                "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; connect-src 'self'; form-action 'self'"
                        + (target == null ? "" : " " + target)
                        + "; base-uri 'none'; frame-ancestors 'none'");
    }
}
