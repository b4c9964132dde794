package coldtide.server.access;

import static org.springframework.http.HttpMethod.DELETE;
import static org.springframework.http.HttpMethod.GET;
import static org.springframework.http.HttpMethod.POST;
import static org.springframework.http.HttpMethod.PUT;

import coldtide.server.http.Refusals;
import coldtide.server.store.app.AppRepository;
import coldtide.server.store.member.UserRepository;
import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import java.util.Map;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.security.access.hierarchicalroles.RoleHierarchy;
import org.springframework.security.access.hierarchicalroles.RoleHierarchyImpl;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.ProviderManager;
import org.springframework.security.authentication.dao.DaoAuthenticationProvider;
import org.springframework.security.config.ObjectPostProcessor;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.AbstractHttpConfigurer;
import org.springframework.security.config.annotation.web.configurers.AuthorizeHttpRequestsConfigurer;
import org.springframework.security.config.annotation.web.configurers.CsrfConfigurer;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.core.session.SessionRegistry;
import org.springframework.security.core.session.SessionRegistryImpl;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.DelegatingPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.AnonymousAuthenticationFilter;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CsrfException;
import org.springframework.security.web.header.HeaderWriterFilter;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.security.web.session.HttpSessionEventPublisher;

/** Server-side sessions, CSRF protection, and a content policy that allows nothing from elsewhere and no script in a page. */
@Configuration
class SecuritySetup {
    /** Styles may stand in the page because the component library writes them there; scripts may not. */
    private static final String CONTENT_POLICY =
            "default-src 'self'; script-src 'self'; style-src 'self' 'unsafe-inline';"
                    + " img-src 'self' data:; font-src 'self'; connect-src 'self'; object-src 'none'; base-uri 'none';"
                    + " form-action 'self'; frame-ancestors 'none'";

    /** Before anything is answered, so that answers to HEAD and files of the page have the headers too. */
    private static final ObjectPostProcessor<HeaderWriterFilter> EAGERLY = new ObjectPostProcessor<>() {
        @Override
        public <O extends HeaderWriterFilter> O postProcess(O filter) {
            filter.setShouldWriteHeadersEagerly(true);
            return filter;
        }
    };

    private static final String READER = "READER";
    private static final String ANALYST = "ANALYST";
    private static final String KEEPER = "KEEPER";

    /** Rights by path and method; the first match counts, and a path in no line is forbidden. */
    private static void rights(
            AuthorizeHttpRequestsConfigurer<HttpSecurity>.AuthorizationManagerRequestMatcherRegistry table) {
        table.requestMatchers("/health", "/", "/index.html", "/icon.svg", "/assets/**", "/error")
                .permitAll()
                // They are there on the port of the metrics only, which is for this machine.
                .requestMatchers(GET, "/actuator/health", "/actuator/prometheus")
                .permitAll()
                .requestMatchers("/sign-in", "/new-app", "/a/**")
                .permitAll()
                .requestMatchers("/api/session")
                .permitAll()
                .requestMatchers(POST, "/api/apps/*/events")
                .hasRole(KeyFilter.ROLE)
                .requestMatchers(POST, "/api/apps/*/imports/file")
                .hasAnyRole(ANALYST, KeyFilter.ROLE)
                .requestMatchers(GET, "/api/apps/*/imports/*")
                .hasAnyRole(READER, KeyFilter.ROLE)
                .requestMatchers("/api/people/**", "/api/audit", "/api/audit.csv", "/api/apps/*/keys/**")
                .hasRole(KEEPER)
                .requestMatchers(DELETE, "/api/apps/*", "/api/apps/*/register/*")
                .hasRole(KEEPER)
                .requestMatchers(PUT, "/api/apps/*/alerts/targets/*/allowed")
                .hasRole(KEEPER)
                .requestMatchers("/api/session/password", "/api/session/all", "/api/session/others")
                .hasRole(READER)
                .requestMatchers("/api/questions/*")
                .hasRole(READER)
                .requestMatchers(
                        POST,
                        "/api/apps/*/tide-table",
                        "/api/apps/*/retention",
                        "/api/apps/*/retention/*",
                        "/api/apps/*/funnel",
                        "/api/apps/*/funnel/*",
                        "/api/apps/*/people-count")
                .hasRole(READER)
                .requestMatchers(
                        POST,
                        "/api/apps/*/measures",
                        "/api/apps/*/week-hours",
                        "/api/apps/*/contrast",
                        "/api/apps/*/places",
                        "/api/apps/*/extracts",
                        "/api/apps/*/extracts/file",
                        "/api/apps/*/register",
                        "/api/apps/*/channels/arrivals",
                        "/api/apps/*/catalogue/events",
                        "/api/apps/*/catalogue/properties")
                .hasRole(READER)
                .requestMatchers(GET, "/api/apps/**", "/v3/api-docs")
                .hasRole(READER)
                .requestMatchers("/api/apps/**")
                .hasRole(ANALYST)
                .anyRequest()
                .denyAll();
    }

    @Bean
    static RoleHierarchy roles() {
        return RoleHierarchyImpl.withDefaultRolePrefix()
                .role(KEEPER)
                .implies(ANALYST)
                .role(ANALYST)
                .implies(READER)
                .build();
    }

    /** Programs: the key comes with every request, and nothing of them is remembered. */
    @Bean
    @Order(1)
    SecurityFilterChain programs(HttpSecurity http, KeyFilter keyFilter) throws Exception {
        return common(http)
                .securityMatcher(KeyFilter::hasKey)
                .csrf(AbstractHttpConfigurer::disable)
                .addFilterBefore(keyFilter, AnonymousAuthenticationFilter.class)
                .sessionManagement(management -> management.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .build();
    }

    @Bean
    @Order(2)
    SecurityFilterChain browsers(HttpSecurity http, SecurityContextRepository contexts, SessionRegistry sessions)
            throws Exception {
        return common(http)
                .csrf(CsrfConfigurer::spa)
                .securityContext(context -> context.securityContextRepository(contexts))
                .sessionManagement(management -> management
                        .maximumSessions(-1)
                        .sessionRegistry(sessions)
                        .expiredSessionStrategy(event -> Refusals.write(
                                event.getResponse(),
                                HttpStatus.UNAUTHORIZED,
                                "Your rights were changed. Sign in again.")))
                .build();
    }

    private static HttpSecurity common(HttpSecurity http) throws Exception {
        return http.authorizeHttpRequests(SecuritySetup::rights)
                .exceptionHandling(handling -> handling.authenticationEntryPoint((request, response, stranger) ->
                                Refusals.write(response, HttpStatus.UNAUTHORIZED, "Sign in first."))
                        .accessDeniedHandler((request, response, denied) ->
                                Refusals.write(response, HttpStatus.FORBIDDEN, denied(request, denied))))
                .headers(headers -> headers.withObjectPostProcessor(EAGERLY)
                        .contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT_POLICY))
                        .referrerPolicy(referrer -> referrer.policy(ReferrerPolicy.SAME_ORIGIN))
                        .permissionsPolicyHeader(policy -> policy.policy("camera=(), microphone=(), geolocation=()")))
                .formLogin(AbstractHttpConfigurer::disable)
                .httpBasic(AbstractHttpConfigurer::disable)
                .logout(AbstractHttpConfigurer::disable)
                .requestCache(AbstractHttpConfigurer::disable);
    }

    private static String denied(HttpServletRequest request, AccessDeniedException denied) {
        if (denied instanceof CsrfException) {
            return "The header that proves this change comes from the page is missing. Load the page again.";
        }
        for (String role : List.of(KEEPER, ANALYST, READER)) {
            if (request.isUserInRole(role)) {
                return "As " + role.toLowerCase(java.util.Locale.ROOT) + " you may not do this. Ask an admin.";
            }
        }
        return "You may not do this.";
    }

    @Bean
    KeyFilter keyFilter(Keys keys, AppRepository apps) {
        return new KeyFilter(keys, apps);
    }

    /** Within the chain only, not once more beside it. */
    @Bean
    FilterRegistrationBean<KeyFilter> keyFilterOnce(KeyFilter filter) {
        FilterRegistrationBean<KeyFilter> registration = new FilterRegistrationBean<>(filter);
        registration.setEnabled(false);
        return registration;
    }

    @Bean
    static SessionRegistry sessions() {
        return new SessionRegistryImpl();
    }

    @Bean
    static HttpSessionEventPublisher sessionEvents() {
        return new HttpSessionEventPublisher();
    }

    @Bean
    SecurityContextRepository contexts() {
        return new HttpSessionSecurityContextRepository();
    }

    @Bean
    static PasswordEncoder passwords() {
        // Hashes made before are plain bcrypt.
        String current = "bcrypt-sha256";
        return new DelegatingPasswordEncoder(
                current, Map.of(current, new LongPasswordEncoder(), "bcrypt", new BCryptPasswordEncoder()));
    }

    @Bean
    UserDetailsService signInNames(UserRepository users, DemoAccount demo) {
        return name -> users.findByName(name)
                .filter(user -> user.ended().isEmpty() && (!user.demo() || demo.allowed()))
                .map(user -> org.springframework.security.core.userdetails.User.withUsername(user.name())
                        .password(user.passwordHash())
                        .roles(user.role().name())
                        .build())
                .orElseThrow(() -> new UsernameNotFoundException("No such member."));
    }

    @Bean
    AuthenticationManager authentication(UserDetailsService signInNames, PasswordEncoder passwords) {
        DaoAuthenticationProvider provider = new DaoAuthenticationProvider(signInNames);
        provider.setPasswordEncoder(passwords);
        return new ProviderManager(provider);
    }
}
