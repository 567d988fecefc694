package exactum.app.business;

import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Arrays;
import java.util.List;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.MethodParameter;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Hands the business of the address to the pages that work in one. A page that works in none is not to be had within a
 * business, nor the other way round.
 */
@Configuration
class BusinessArgument implements WebMvcConfigurer {

    @Override
    public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
        resolvers.add(new Resolver());
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(new Fits());
    }

    private static boolean isBusiness(Class<?> type) {
        return type == BusinessId.class || type == Business.class;
    }

    private static final class Resolver implements HandlerMethodArgumentResolver {
        @Override
        public boolean supportsParameter(MethodParameter parameter) {
            return isBusiness(parameter.getParameterType());
        }

        @Override
        public Object resolveArgument(
                MethodParameter parameter,
                ModelAndViewContainer container,
                NativeWebRequest request,
                WebDataBinderFactory binder) {
            Business business = BusinessAddress.of(request.getNativeRequest(HttpServletRequest.class))
                    .orElseThrow(NotHere::new);
            return parameter.getParameterType() == Business.class ? business : business.id();
        }
    }

    private static final class Fits implements HandlerInterceptor {
        @Override
        public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
            if (request.getDispatcherType() != DispatcherType.ERROR
                    && handler instanceof HandlerMethod method
                    && method.getBeanType().getName().startsWith("exactum.")
                    && works(method) != BusinessAddress.of(request).isPresent()) throw new NotHere();
            return true;
        }

        private static boolean works(HandlerMethod method) {
            return Arrays.stream(method.getMethodParameters()).anyMatch(p -> isBusiness(p.getParameterType()));
        }
    }
}
