package exactum.app.web;

import exactum.core.problem.Refusal;
import exactum.core.text.CleanText;
import exactum.core.text.TextKind;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.regex.Pattern;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** No form brings in a text that no field can hold: the longest and loosest kind is the limit of all. */
@Configuration
class RefuseBadTexts implements WebMvcConfigurer, HandlerInterceptor {
    private static final int LONGEST_NAME = 80;

    /** A drawing that comes in a form is no text; whoever takes it looks at its bytes. */
    private static final Pattern DRAWING = Pattern.compile("data:image/png;base64,[A-Za-z0-9+/]{0,280000}={0,2}");

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).order(-10);
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        request.getParameterMap().forEach((name, values) -> {
            if (name.length() > LONGEST_NAME
                    || CleanText.badCharacter(name, false).isPresent())
                throw new Refusal("typed.field", "The form has a field that does not belong to it. Nothing was saved.");
            for (String value : values) if (!DRAWING.matcher(value).matches()) refuseBad(name, value);
        });
        return true;
    }

    private static void refuseBad(String name, String value) {
        if (CleanText.isHeldBy(value, TextKind.PARAGRAPHS)) return;
        try {
            CleanText.of(value, TextKind.PARAGRAPHS, FieldWords.of(name));
        } catch (Refusal bad) {
            throw bad.at(name);
        }
    }
}
