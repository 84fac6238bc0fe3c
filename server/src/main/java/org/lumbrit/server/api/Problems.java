package org.lumbrit.server.api;

import java.net.URI;
import java.sql.SQLException;
import java.util.List;
import java.util.Map;
import org.hibernate.exception.JDBCConnectionException;
import org.lumbrit.core.cover.CoverScatter.TooManyPlantsException;
import org.lumbrit.core.math.BeyondRoomException;
import org.lumbrit.core.math.Cancel.CancelledException;
import org.lumbrit.core.plants.UnusablePlantException;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.server.storage.NotFoundException;
import org.lumbrit.server.storage.StaleEditException;
import org.lumbrit.server.work.BusyException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;

/**
 * Every error as problem details (RFC 9457), each kind with its own type, in the user's words, with the field where there is one.
 * Work that was stopped, or whose place newer work took, is no error: 204, as nobody waits for it.
 */
@RestControllerAdvice
class Problems extends ResponseEntityExceptionHandler {
    private static final Logger LOG = LoggerFactory.getLogger(Problems.class);

    /** Classes of SQL states. */
    private static final String CONNECTION_FAILED = "08";

    private static final String SHUTTING_DOWN = "57P";

    /** The kinds of problems; their types are urn:lumbrit: and the word. */
    private enum Kind {
        BAD_INPUT(HttpStatus.BAD_REQUEST),
        MISSING_FIELDS(HttpStatus.BAD_REQUEST),
        NOT_FOUND(HttpStatus.NOT_FOUND),
        STALE(HttpStatus.CONFLICT),
        TOO_LARGE(HttpStatus.CONTENT_TOO_LARGE),
        TOO_MANY_PLANTS(HttpStatus.UNPROCESSABLE_CONTENT),
        TOO_LARGE_A_RESULT(HttpStatus.UNPROCESSABLE_CONTENT),
        UNUSABLE_PLANT(HttpStatus.UNPROCESSABLE_CONTENT),
        INVALID_RECIPE(HttpStatus.UNPROCESSABLE_CONTENT),
        BUSY(HttpStatus.SERVICE_UNAVAILABLE),
        DATABASE_AWAY(HttpStatus.SERVICE_UNAVAILABLE),
        OUT_OF_MEMORY(HttpStatus.INSUFFICIENT_STORAGE),
        DISK_FULL(HttpStatus.INSUFFICIENT_STORAGE),
        UNEXPECTED(HttpStatus.INTERNAL_SERVER_ERROR);

        private final HttpStatus status;

        Kind(HttpStatus status) {
            this.status = status;
        }

        ProblemDetail of(String detail) {
            ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, detail);
            problem.setType(URI.create(
                    "urn:lumbrit:" + name().toLowerCase(java.util.Locale.ROOT).replace('_', '-')));
            return problem;
        }

        ProblemDetail of(String detail, List<Map<String, String>> fields) {
            ProblemDetail problem = of(detail);
            problem.setProperty("fields", fields);
            return problem;
        }
    }

    @ExceptionHandler
    ProblemDetail badInput(BadInputException e) {
        return Kind.BAD_INPUT.of(e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail tooMany(TooManyPlantsException e) {
        return Kind.TOO_MANY_PLANTS.of(e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail beyondRoom(BeyondRoomException e) {
        return Kind.TOO_LARGE_A_RESULT.of(e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail unusable(UnusablePlantException e) {
        return Kind.UNUSABLE_PLANT.of(e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail invalid(InvalidRecipeException e) {
        return Kind.INVALID_RECIPE.of(
                e.problems().get(0).message(),
                e.problems().stream()
                        .map(each -> Map.of("path", each.path(), "message", each.message()))
                        .toList());
    }

    @ExceptionHandler
    ProblemDetail incomplete(RequiredFields.MissingFieldsException e) {
        return Kind.MISSING_FIELDS.of(e.getMessage(), each(e.fields(), "This is needed here."));
    }

    @ExceptionHandler
    ProblemDetail farOut(RequiredFields.FarOutException e) {
        return Kind.BAD_INPUT.of(e.getMessage(), each(e.fields(), "A number between −10 000 000 and 10 000 000."));
    }

    private static List<Map<String, String>> each(List<String> paths, String message) {
        return paths.stream()
                .map(path -> Map.of("path", path, "message", message))
                .toList();
    }

    @ExceptionHandler
    ProblemDetail missing(NotFoundException e) {
        return Kind.NOT_FOUND.of(e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail stale(StaleEditException e) {
        ProblemDetail problem = Kind.STALE.of(e.getMessage());
        problem.setProperty("head", e.head());
        problem.setProperty("changes", List.copyOf(e.changes()));
        return problem;
    }

    @ExceptionHandler
    ResponseEntity<Void> stopped(CancelledException e) {
        return ResponseEntity.noContent().build();
    }

    @ExceptionHandler
    ProblemDetail busy(BusyException e) {
        return Kind.BUSY.of(e.getMessage());
    }

    @ExceptionHandler({
        CannotCreateTransactionException.class,
        DataAccessResourceFailureException.class,
        JDBCConnectionException.class
    })
    ProblemDetail databaseAway(RuntimeException e) {
        LOG.error("The database does not answer: {}", e.getMessage());
        return Kind.DATABASE_AWAY.of(
                "The database does not answer just now, so nothing was changed. It is started again by itself; try again in a moment.");
    }

    @ExceptionHandler
    ProblemDetail outOfMemory(OutOfMemoryError e) {
        LOG.error("Out of memory", e);
        return Kind.OUT_OF_MEMORY.of(
                "This needs more memory than Lumbrit has. Nothing was changed; take a lower density, a coarser ground or a smaller file.");
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> unreadable(java.io.IOException e) {
        String said = String.valueOf(e.getMessage());
        if (e instanceof java.nio.file.FileSystemException || said.contains("No space left")) {
            LOG.error("The disk does not take a file: {}", said);
            return ResponseEntity.of(
                            Kind.DISK_FULL.of(
                                    "The disk takes no more, so nothing was written. Make room on the disk of the data folder and try again."))
                    .build();
        }
        // whoever asked has left while the answer was written
        LOG.debug("An answer was not taken: {}", said);
        return ResponseEntity.noContent().build();
    }

    @ExceptionHandler
    ProblemDetail unexpected(RuntimeException e) {
        if (connectionHasBroken(e)) {
            return databaseAway(e);
        }
        LOG.error("Unexpected", e);
        return Kind.UNEXPECTED.of("Something went wrong that should not. Nothing was changed; try again.");
    }

    /** A database that ends while a request is under way shows in many ways; the code of its SQL state is what they share. */
    private static boolean connectionHasBroken(Throwable e) {
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            String state = cause instanceof SQLException sql ? sql.getSQLState() : null;
            if (state != null && (state.startsWith(CONNECTION_FAILED) || state.startsWith(SHUTTING_DOWN))) {
                return true;
            }
        }
        return false;
    }

    /** What Spring refuses by itself has no type of its own yet. */
    @Override
    protected ResponseEntity<Object> createResponseEntity(
            Object body, HttpHeaders headers, HttpStatusCode code, WebRequest request) {
        HttpStatus status = HttpStatus.resolve(code.value());
        Object said = body;
        if (status != null
                && body instanceof ProblemDetail problem
                && !String.valueOf(problem.getType()).startsWith("urn:")) {
            ProblemDetail bare = BareProblems.of(status);
            if (status == HttpStatus.NOT_FOUND || problem.getDetail() == null) {
                said = bare;
            } else {
                problem.setType(bare.getType());
            }
        }
        return super.createResponseEntity(said, headers, code, request);
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        ProblemDetail problem = Kind.BAD_INPUT.of("The request is no JSON of the form that is wanted here.");
        return handleExceptionInternal(e, problem, headers, HttpStatus.BAD_REQUEST, request);
    }

    @Override
    protected ResponseEntity<Object> handleMaxUploadSizeExceededException(
            MaxUploadSizeExceededException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        ProblemDetail problem = Kind.TOO_LARGE.of("The file is too large: at most 520 MB can be taken in.");
        return handleExceptionInternal(e, problem, headers, HttpStatus.CONTENT_TOO_LARGE, request);
    }
}
