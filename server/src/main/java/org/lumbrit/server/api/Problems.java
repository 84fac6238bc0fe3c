package org.lumbrit.server.api;

import java.util.List;
import java.util.Map;
import org.lumbrit.core.cover.CoverScatter.TooManyPlantsException;
import org.lumbrit.core.math.Cancel.CancelledException;
import org.lumbrit.core.plants.UnusablePlantException;
import org.lumbrit.core.site.InvalidRecipeException;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.server.storage.NotFoundException;
import org.lumbrit.server.storage.StaleEditException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;

/** Every error as problem details (RFC 9457), in the user's words, with the field where there is one. */
@RestControllerAdvice
class Problems extends ResponseEntityExceptionHandler {
    private static final Logger LOG = LoggerFactory.getLogger(Problems.class);

    @ExceptionHandler
    ProblemDetail badInput(BadInputException e) {
        return ProblemDetail.forStatusAndDetail(HttpStatus.BAD_REQUEST, e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail tooMany(TooManyPlantsException e) {
        return ProblemDetail.forStatusAndDetail(HttpStatus.UNPROCESSABLE_CONTENT, e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail unusable(UnusablePlantException e) {
        return ProblemDetail.forStatusAndDetail(HttpStatus.UNPROCESSABLE_CONTENT, e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail invalid(InvalidRecipeException e) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(
                HttpStatus.UNPROCESSABLE_CONTENT, e.problems().get(0).message());
        problem.setProperty(
                "fields",
                e.problems().stream()
                        .map(each -> Map.of("path", each.path(), "message", each.message()))
                        .toList());
        return problem;
    }

    @ExceptionHandler
    ProblemDetail incomplete(RequiredFields.MissingFieldsException e) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(HttpStatus.BAD_REQUEST, e.getMessage());
        problem.setProperty(
                "fields",
                e.fields().stream()
                        .map(path -> Map.of("path", path, "message", "This is needed here."))
                        .toList());
        return problem;
    }

    @ExceptionHandler
    ProblemDetail missing(NotFoundException e) {
        return ProblemDetail.forStatusAndDetail(HttpStatus.NOT_FOUND, e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail stale(StaleEditException e) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(HttpStatus.CONFLICT, e.getMessage());
        problem.setProperty("head", e.head());
        problem.setProperty("changes", List.copyOf(e.changes()));
        return problem;
    }

    @ExceptionHandler
    ProblemDetail superseded(CancelledException e) {
        return ProblemDetail.forStatusAndDetail(HttpStatus.CONFLICT, "A newer request took the place of this one.");
    }

    @ExceptionHandler
    ProblemDetail unexpected(RuntimeException e) {
        LOG.error("Unexpected", e);
        return ProblemDetail.forStatusAndDetail(
                HttpStatus.INTERNAL_SERVER_ERROR,
                "Something went wrong that should not. Nothing was changed; try again.");
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(
                HttpStatus.BAD_REQUEST, "The request is no JSON of the form that is wanted here.");
        return handleExceptionInternal(e, problem, headers, HttpStatus.BAD_REQUEST, request);
    }

    @Override
    protected ResponseEntity<Object> handleMaxUploadSizeExceededException(
            MaxUploadSizeExceededException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(
                HttpStatus.CONTENT_TOO_LARGE, "The file is too large: at most 128 MB can be taken in.");
        return handleExceptionInternal(e, problem, headers, HttpStatus.CONTENT_TOO_LARGE, request);
    }
}
