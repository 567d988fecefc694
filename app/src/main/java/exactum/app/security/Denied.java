package exactum.app.security;

import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.web.AuthenticationEntryPoint;
import org.springframework.security.web.access.AccessDeniedHandler;
import org.springframework.security.web.csrf.CsrfException;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.stereotype.Component;

/**
 * What is answered to who may not: strangers find nothing; a form from before one signed in, or of a payer whose cookie is
 * gone, is asked for once more with what it lacked; who is signed out is told so where they typed.
 */
@Component
class Denied implements AccessDeniedHandler, AuthenticationEntryPoint {
    /** A header with the token that the forms of the page need from now on. */
    static final String FRESH_TOKEN = "X-Form-Token";

    @Override
    public void handle(HttpServletRequest request, HttpServletResponse response, AccessDeniedException denied)
            throws IOException, ServletException {
        if (denied instanceof CsrfException) askOnceMore(request, response);
        else if (request.getAttribute(MayAct.STRANGER) != null) response.sendError(HttpServletResponse.SC_NOT_FOUND);
        else if (denied instanceof MayNot why) response.sendError(HttpServletResponse.SC_FORBIDDEN, why.getMessage());
        else response.sendError(HttpServletResponse.SC_FORBIDDEN);
    }

    private static void askOnceMore(HttpServletRequest request, HttpServletResponse response) throws IOException {
        String path = request.getRequestURI();
        if (path.startsWith("/pay/") || path.equals("/sign-in")) {
            response.sendRedirect(path + "?again");
            return;
        }
        if (request.getAttribute(CsrfToken.class.getName()) instanceof CsrfToken fresh)
            response.setHeader(FRESH_TOKEN, fresh.getToken());
        response.sendError(HttpServletResponse.SC_CONFLICT);
    }

    @Override
    public void commence(HttpServletRequest request, HttpServletResponse response, AuthenticationException nobody)
            throws IOException {
        if (request.getHeader("HX-Request") == null) response.sendRedirect("/sign-in");
        else response.sendError(HttpServletResponse.SC_UNAUTHORIZED);
    }
}
