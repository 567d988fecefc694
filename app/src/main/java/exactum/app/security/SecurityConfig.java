package exactum.app.security;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.AuthenticationSuccessHandler;
import org.springframework.security.web.authentication.SavedRequestAwareAuthenticationSuccessHandler;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.XorCsrfTokenRequestAttributeHandler;
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
    SecurityFilterChain pages(HttpSecurity http, MayAct mayAct, Denied denied) throws Exception {
        return http.authorizeHttpRequests(a -> a.requestMatchers(
                                "/css/**",
                                "/js/**",
                                "/fonts/**",
                                "/pay/**",
                                "/sign-in",
                                "/first-user/**",
                                "/join/**",
                                "/password/**",
                                "/actuator/health",
                                "/error")
                        .permitAll()
                        .anyRequest()
                        .access(mayAct))
                .formLogin(f -> f.loginPage("/sign-in")
                        .successHandler(signedIn())
                        .failureHandler((request, response, failed) -> response.sendRedirect(
                                failed instanceof SignInCheck.TooSoon soon
                                        ? "/sign-in?wait=" + soon.seconds()
                                        : "/sign-in?wrong")))
                .logout(l -> l.logoutUrl("/sign-out").logoutSuccessUrl("/sign-in?out"))
                .csrf(c -> c.csrfTokenRepository(tokens()).csrfTokenRequestHandler(writtenEarly()))
                .exceptionHandling(e -> e.accessDeniedHandler(denied).authenticationEntryPoint(denied))
                .headers(h -> h.referrerPolicy(r -> r.policy(ReferrerPolicy.SAME_ORIGIN))
                        .addHeaderWriter(new ContentPolicy()))
                .build();
    }

    /** Goes on to what was asked for, and keeps in the session from where somebody signed in. */
    private static AuthenticationSuccessHandler signedIn() {
        var goesOn = new SavedRequestAwareAuthenticationSuccessHandler();
        goesOn.setDefaultTargetUrl("/home");
        return (request, response, who) -> {
            request.getSession()
                    .setAttribute(
                            OpenSessions.FROM,
                            Browser.words(request.getHeader("User-Agent")) + ", " + request.getRemoteAddr());
            goesOn.onAuthenticationSuccess(request, response, who);
        };
    }

    /** In a cookie, so that who only looks needs no session, and a form outlives one. */
    private static CookieCsrfTokenRepository tokens() {
        var tokens = new CookieCsrfTokenRepository();
        tokens.setCookieName("exactum-form");
        tokens.setCookieCustomizer(c -> c.path("/").httpOnly(true).sameSite("Lax"));
        return tokens;
    }

    /** The cookie is written before the page is: a long page is on its way before its first form is reached. */
    private static XorCsrfTokenRequestAttributeHandler writtenEarly() {
        var handler = new XorCsrfTokenRequestAttributeHandler();
        handler.setCsrfRequestAttributeName(null);
        return handler;
    }

    @Bean
    PasswordEncoder passwordEncoder() {
        return new BCryptPasswordEncoder(10);
    }
}
