package org.lumbrit.server.api;

import java.io.IOException;
import java.io.Writer;
import java.net.URI;
import org.apache.catalina.Host;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.core.StandardHost;
import org.apache.catalina.valves.ErrorReportValve;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;

/**
 * What Tomcat itself refuses, before any of our code is asked: a request line that is none, a method that it does not take, a
 * header too long. Answered as problem details like everything else, where its own pages are HTML.
 */
@Configuration
class BareProblems {
    /** A problem of which only its status is known. */
    static ProblemDetail of(HttpStatus status) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, words(status));
        problem.setType(URI.create("urn:lumbrit:"
                + status.getReasonPhrase().toLowerCase(java.util.Locale.ROOT).replaceAll("[^a-z]+", "-")));
        return problem;
    }

    private static String words(HttpStatus status) {
        return switch (status) {
            case NOT_FOUND -> "There is nothing at this address.";
            case METHOD_NOT_ALLOWED, NOT_IMPLEMENTED -> "This address does not take requests of this kind.";
            case CONTENT_TOO_LARGE -> "The request is too large.";
            case REQUEST_HEADER_FIELDS_TOO_LARGE, URI_TOO_LONG -> "The request's address or its headers are too long.";
            default ->
                status.is5xxServerError()
                        ? "Something went wrong that should not. Nothing was changed; try again."
                        : "The request cannot be read as one.";
        };
    }

    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> problemsOfTheContainer() {
        return factory -> factory.addContextCustomizers(context -> {
            Host host = (Host) context.getParent();
            ((StandardHost) host).setErrorReportValveClass(Report.class.getName());
        });
    }

    /** Writes the answer of a request that has none yet; made by Tomcat by its name. */
    public static final class Report extends ErrorReportValve {
        @Override
        protected void report(Request request, Response response, Throwable thrown) {
            HttpStatus status = HttpStatus.resolve(response.getStatus());
            if (response.getStatus() < 400 || response.getContentWritten() > 0 || !response.setErrorReported()) {
                return;
            }
            ProblemDetail problem = of(status == null ? HttpStatus.INTERNAL_SERVER_ERROR : status);
            response.setContentType("application/problem+json");
            response.setCharacterEncoding("utf-8");
            try {
                Writer writer = response.getReporter();
                if (writer != null) {
                    writer.write("{\"type\":\"" + problem.getType() + "\",\"status\":" + response.getStatus()
                            + ",\"detail\":\"" + problem.getDetail() + "\"}");
                    response.finishResponse();
                }
            } catch (IOException | IllegalStateException e) {
                // whoever asked is gone, or has an answer already
                return;
            }
        }
    }
}
