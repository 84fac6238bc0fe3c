package org.lumbrit.server.api;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URI;
import java.util.Set;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** A strict content security policy on every answer; changes are taken from our own pages only. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class Guard extends OncePerRequestFilter {
    private static final String POLICY =
            "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' blob: data:; "
                    + "font-src 'self'; connect-src 'self'; worker-src 'self'; form-action 'self'; base-uri 'none'; "
                    + "frame-ancestors 'none'";
    private static final Set<String> READING = Set.of("GET", "HEAD", "OPTIONS");

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        response.setHeader("Content-Security-Policy", POLICY);
        response.setHeader("X-Content-Type-Options", "nosniff");
        response.setHeader("Referrer-Policy", "same-origin");
        response.setHeader("Cross-Origin-Resource-Policy", "same-origin");
        if (!READING.contains(request.getMethod()) && isForeign(request)) {
            response.setStatus(HttpServletResponse.SC_FORBIDDEN);
            response.setContentType("application/problem+json");
            response.getWriter()
                    .write(
                            "{\"status\":403,\"title\":\"Forbidden\",\"detail\":\"Changes are taken from Lumbrit's own pages only.\"}");
            return;
        }
        chain.doFilter(request, response);
    }

    /** Sent by a page of another origin; programs without a browser send no origin. */
    private static boolean isForeign(HttpServletRequest request) {
        String origin = request.getHeader("Origin");
        if (origin == null) {
            return false;
        }
        try {
            return !request.getHeader("Host").equals(URI.create(origin).getAuthority());
        } catch (IllegalArgumentException e) {
            return true;
        }
    }
}
