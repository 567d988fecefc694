package exactum.app.security;

import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import java.util.regex.Pattern;
import org.springframework.session.web.http.DefaultCookieSerializer;
import org.springframework.stereotype.Component;

/** The session’s cookie. One that cannot hold an id of ours holds none: nothing else is asked of the database. */
@Component
class SessionCookie extends DefaultCookieSerializer {
    private static final Pattern ID = Pattern.compile("[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}");

    SessionCookie() {
        setCookieName("exactum");
        setCookiePath("/");
        setUseHttpOnlyCookie(true);
        setSameSite("Lax");
    }

    @Override
    public List<String> readCookieValues(HttpServletRequest request) {
        return super.readCookieValues(request).stream()
                .filter(id -> ID.matcher(id).matches())
                .toList();
    }
}
