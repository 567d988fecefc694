package exactum.app.security;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;

/**
 * Who may do what. Payers need no account, the processor signs its notices; everybody else signs in. An auditor reads
 * and never writes.
 */
@Configuration
class SecurityConfig {

    /** The notices of the processor: no session, no cross-site token, their own signature instead. */
    @Bean
    @org.springframework.core.annotation.Order(1)
    SecurityFilterChain hooks(HttpSecurity http) throws Exception {
        return http.securityMatcher("/hooks/**")
                .authorizeHttpRequests(a -> a.anyRequest().permitAll())
                .csrf(c -> c.disable())
                .sessionManagement(s -> s.sessionCreationPolicy(
                        org.springframework.security.config.http.SessionCreationPolicy.STATELESS))
                .build();
    }

    @Bean
    @org.springframework.core.annotation.Order(2)
    SecurityFilterChain pages(HttpSecurity http) throws Exception {
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
                        .requestMatchers(HttpMethod.GET, "/**")
                        .authenticated()
                        .requestMatchers("/keys", "/sign-out")
                        .authenticated()
                        .anyRequest()
                        .hasRole("ADMINISTRATOR"))
                .formLogin(f ->
                        f.loginPage("/sign-in").defaultSuccessUrl("/", false).failureUrl("/sign-in?wrong"))
                .logout(l -> l.logoutUrl("/sign-out").logoutSuccessUrl("/sign-in?out"))
                .headers(h -> h.referrerPolicy(r -> r.policy(ReferrerPolicy.SAME_ORIGIN))
                        .addHeaderWriter(new ContentPolicy()))
                .build();
    }

    @Bean
    PasswordEncoder passwordEncoder() {
        return new BCryptPasswordEncoder(10);
    }
}
