package org.lumbrit.server.api;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URI;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * A strict content security policy on every answer. Asked by one of our own names only, so that no other site's name can be
 * pointed here; changes and whatever computes are taken from our own pages only. Programs without a browser send no origin.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class Guard extends OncePerRequestFilter {
    private static final String POLICY =
            "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' blob: data:; "
                    + "font-src 'self'; connect-src 'self'; worker-src 'self'; form-action 'self'; base-uri 'none'; "
                    + "frame-ancestors 'none'";
    private static final Set<String> READING = Set.of("GET", "HEAD", "OPTIONS");
    private static final List<String> OWN_NAMES = List.of("127.0.0.1", "localhost", "[::1]");

    private final Set<String> names;

    Guard(GuardSettings settings) {
        names = new HashSet<>(OWN_NAMES);
        settings.hosts().stream()
                .map(String::strip)
                .filter(name -> !name.isEmpty())
                .forEach(name -> names.add(name.toLowerCase(Locale.ROOT)));
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        response.setHeader("Content-Security-Policy", POLICY);
        response.setHeader("X-Content-Type-Options", "nosniff");
        response.setHeader("Referrer-Policy", "same-origin");
        response.setHeader("Cross-Origin-Resource-Policy", "same-origin");
        String host = request.getHeader("Host");
        if (host == null || host.isBlank()) {
            refuse(response, 400, "no-host", "The request does not say which host it is for.");
        } else if (!names.contains(nameOf(host))) {
            refuse(
                    response,
                    421,
                    "foreign-host",
                    "Lumbrit is not known by this name here. Open it as 127.0.0.1 or localhost,"
                            + " or start it with --host and the name.");
        } else if (isForeign(request, host)) {
            refuse(response, 403, "foreign-page", "Requests are taken from Lumbrit's own pages only.");
        } else {
            chain.doFilter(request, response);
        }
    }

    private static void refuse(HttpServletResponse response, int status, String type, String detail)
            throws IOException {
        response.setStatus(status);
        response.setContentType("application/problem+json");
        response.setCharacterEncoding("UTF-8");
        response.getWriter()
                .write("{\"type\":\"urn:lumbrit:" + type + "\",\"status\":" + status + ",\"detail\":\"" + detail
                        + "\"}");
    }

    /** Without the port. */
    private static String nameOf(String host) {
        return host.strip().replaceAll(":[0-9]*$", "").toLowerCase(Locale.ROOT);
    }

    /** A change or a request of the interface that a page of another origin has sent. */
    private static boolean isForeign(HttpServletRequest request, String host) {
        boolean reading = READING.contains(request.getMethod());
        if (reading && !request.getRequestURI().startsWith("/api/")) {
            return false;
        }
        String site = request.getHeader("Sec-Fetch-Site");
        if (site != null && !site.equals("same-origin") && !site.equals("none")) {
            return true;
        }
        String origin = request.getHeader("Origin");
        if (origin == null) {
            return false;
        }
        try {
            return !host.strip().equals(URI.create(origin).getAuthority());
        } catch (IllegalArgumentException e) {
            return true;
        }
    }
}
