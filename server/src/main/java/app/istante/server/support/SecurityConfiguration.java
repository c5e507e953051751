package app.istante.server.support;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Set;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.intercept.AuthorizationFilter;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * This installation serves one machine: loopback only, same origin only, no outside content. People
 * and sign-in come with their own capability.
 */
@Configuration
class SecurityConfiguration {
  private static final String CONTENT_POLICY =
      "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' blob:;"
          + " font-src 'self'; connect-src 'self'; form-action 'none'; base-uri 'none';"
          + " frame-ancestors 'none'";

  @Bean
  SecurityFilterChain security(HttpSecurity http) {
    return http.authorizeHttpRequests(all -> all.anyRequest().permitAll())
        .csrf(csrf -> csrf.spa())
        .addFilterBefore(new LocalOnly(), AuthorizationFilter.class)
        .headers(
            headers ->
                headers
                    .contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT_POLICY))
                    .referrerPolicy(policy -> {})
                    .frameOptions(frame -> frame.deny()))
        .build();
  }

  /** Refuses requests for another host name (rebinding) and those that another site sends. */
  private static final class LocalOnly extends OncePerRequestFilter {
    private static final Set<String> HOSTS =
        Set.of("localhost", "127.0.0.1", "[::1]", "0:0:0:0:0:0:0:1");

    @Override
    protected void doFilterInternal(
        HttpServletRequest request, HttpServletResponse response, FilterChain chain)
        throws ServletException, IOException {
      boolean foreignHost = !HOSTS.contains(request.getServerName());
      boolean foreignSite = "cross-site".equals(request.getHeader("Sec-Fetch-Site"));
      boolean page = "navigate".equals(request.getHeader("Sec-Fetch-Mode"));
      if (foreignHost || foreignSite && !page) {
        response.sendError(HttpServletResponse.SC_FORBIDDEN);
      } else {
        chain.doFilter(request, response);
      }
    }
  }
}
