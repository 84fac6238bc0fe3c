package org.lumbrit.server.api;

import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Where the servlet container sends what failed before or beside a controller; asked for by itself it is no page. */
@Hidden
@RestController
class ErrorAddress implements ErrorController {
    @RequestMapping("/error")
    ResponseEntity<ProblemDetail> error(HttpServletRequest request) {
        int code = request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE) instanceof Integer given
                ? given
                : HttpStatus.NOT_FOUND.value();
        HttpStatus status = HttpStatus.resolve(code);
        return ResponseEntity.status(code)
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(BareProblems.of(status == null ? HttpStatus.INTERNAL_SERVER_ERROR : status));
    }
}
