package coldtide.server.access;

import coldtide.server.store.UserRepository;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.ProviderManager;
import org.springframework.security.authentication.dao.DaoAuthenticationProvider;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.AbstractHttpConfigurer;
import org.springframework.security.config.annotation.web.configurers.CsrfConfigurer;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.factory.PasswordEncoderFactories;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.HttpStatusEntryPoint;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;

/** Server-side sessions, CSRF protection, and a content policy that allows nothing from elsewhere and no script in a page. */
@Configuration
class SecuritySetup {
    /** Styles may stand in the page because the component library writes them there; scripts may not. */
    private static final String CONTENT_POLICY =
            "default-src 'self'; script-src 'self'; style-src 'self' 'unsafe-inline';"
                    + " img-src 'self' data:; font-src 'self'; connect-src 'self'; object-src 'none'; base-uri 'none';"
                    + " form-action 'self'; frame-ancestors 'none'";

    @Bean
    SecurityFilterChain chain(HttpSecurity http, SecurityContextRepository contexts) throws Exception {
        return http.authorizeHttpRequests(requests -> requests.requestMatchers("/api/session")
                        .permitAll()
                        .requestMatchers("/actuator/health", "/", "/index.html", "/icon.svg", "/assets/**")
                        .permitAll()
                        .requestMatchers("/sign-in", "/new-app", "/a/**", "/error")
                        .permitAll()
                        .anyRequest()
                        .authenticated())
                .csrf(CsrfConfigurer::spa)
                .securityContext(context -> context.securityContextRepository(contexts))
                .exceptionHandling(handling ->
                        handling.authenticationEntryPoint(new HttpStatusEntryPoint(HttpStatus.UNAUTHORIZED)))
                .headers(headers -> headers.contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT_POLICY))
                        .referrerPolicy(referrer -> referrer.policy(ReferrerPolicy.SAME_ORIGIN))
                        .permissionsPolicyHeader(policy -> policy.policy("camera=(), microphone=(), geolocation=()")))
                .formLogin(AbstractHttpConfigurer::disable)
                .httpBasic(AbstractHttpConfigurer::disable)
                .logout(AbstractHttpConfigurer::disable)
                .requestCache(AbstractHttpConfigurer::disable)
                .build();
    }

    @Bean
    SecurityContextRepository contexts() {
        return new HttpSessionSecurityContextRepository();
    }

    @Bean
    static PasswordEncoder passwords() {
        return PasswordEncoderFactories.createDelegatingPasswordEncoder();
    }

    @Bean
    UserDetailsService people(UserRepository users, DemoAccount demo) {
        return name -> users.findByName(name)
                .filter(user -> !user.demo() || demo.allowed())
                .map(user -> org.springframework.security.core.userdetails.User.withUsername(user.name())
                        .password(user.passwordHash())
                        .roles(user.role().name())
                        .build())
                .orElseThrow(() -> new UsernameNotFoundException("No such person."));
    }

    @Bean
    AuthenticationManager authentication(UserDetailsService people, PasswordEncoder passwords) {
        DaoAuthenticationProvider provider = new DaoAuthenticationProvider(people);
        provider.setPasswordEncoder(passwords);
        return new ProviderManager(provider);
    }
}
