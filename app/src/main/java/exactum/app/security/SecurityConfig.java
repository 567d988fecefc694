package exactum.app.security;

import jakarta.servlet.http.HttpServletResponse;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.AccessDeniedHandler;
import org.springframework.security.web.access.AccessDeniedHandlerImpl;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;

/** Payers need no account, the processor signs its notices; everybody else signs in and works for a business. */
@Configuration
class SecurityConfig {

    /** The notices of the processor: no session, no cross-site token, their own signature instead. */
    @Bean
    @Order(1)
    SecurityFilterChain hooks(HttpSecurity http) throws Exception {
        return http.securityMatcher("/hooks/**")
                .authorizeHttpRequests(a -> a.anyRequest().permitAll())
                .csrf(c -> c.disable())
                .sessionManagement(s -> s.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .build();
    }

    @Bean
    @Order(2)
    SecurityFilterChain pages(HttpSecurity http, MayAct mayAct) throws Exception {
        return http.authorizeHttpRequests(a -> a.requestMatchers(
                                "/css/**",
                                "/js/**",
                                "/fonts/**",
                                "/pay/**",
                                "/sign-in",
                                "/first-user/**",
                                "/actuator/health",
                                "/error")
                        .permitAll()
                        .anyRequest()
                        .access(mayAct))
                .formLogin(f -> f.loginPage("/sign-in")
                        .defaultSuccessUrl("/home", false)
                        .failureUrl("/sign-in?wrong"))
                .logout(l -> l.logoutUrl("/sign-out").logoutSuccessUrl("/sign-in?out"))
                .exceptionHandling(e -> e.accessDeniedHandler(strangersFindNothing())
                        .authenticationEntryPoint((request, response, who) -> response.sendRedirect("/sign-in")))
                .headers(h -> h.referrerPolicy(r -> r.policy(ReferrerPolicy.SAME_ORIGIN))
                        .addHeaderWriter(new ContentPolicy()))
                .build();
    }

    private static AccessDeniedHandler strangersFindNothing() {
        var refuse = new AccessDeniedHandlerImpl();
        return (request, response, denied) -> {
            if (request.getAttribute(MayAct.STRANGER) != null) response.sendError(HttpServletResponse.SC_NOT_FOUND);
            else refuse.handle(request, response, denied);
        };
    }

    @Bean
    PasswordEncoder passwordEncoder() {
        return new BCryptPasswordEncoder(10);
    }
}
