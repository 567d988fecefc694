package exactum.app.security;

import exactum.app.business.BusinessAddress;
import exactum.app.business.Membership;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.NotHere;
import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Optional;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.AnnotatedElementUtils;
import org.springframework.http.HttpMethod;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Lets through to an address of a business who has the power that it needs; one that writes and names no power is closed. */
@Configuration
class MayDo implements WebMvcConfigurer, HandlerInterceptor {

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this);
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        if (request.getDispatcherType() == DispatcherType.ERROR
                || !(handler instanceof HandlerMethod method)
                || BusinessAddress.of(request).isEmpty()) return true;
        Membership member = Membership.of(request).orElseThrow(NotHere::new);
        Optional<Power> needed = needed(method);
        boolean writes = !HttpMethod.GET.matches(request.getMethod()) && !HttpMethod.HEAD.matches(request.getMethod());
        if (needed.isEmpty() ? writes : !member.may(needed.get())) throw new MayNot(member, needed);
        return true;
    }

    private static Optional<Power> needed(HandlerMethod method) {
        Needs own = method.getMethodAnnotation(Needs.class);
        return Optional.ofNullable(
                        own != null
                                ? own
                                : AnnotatedElementUtils.findMergedAnnotation(method.getBeanType(), Needs.class))
                .map(Needs::value);
    }
}
