package org.lumbrit.server.api;

import jakarta.validation.constraints.NotNull;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.List;
import org.lumbrit.formats.BadInputException;
import org.springframework.core.MethodParameter;
import org.springframework.http.HttpInputMessage;
import org.springframework.http.converter.HttpMessageConverter;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.servlet.mvc.method.annotation.RequestBodyAdviceAdapter;
import tools.jackson.databind.JsonNode;

/**
 * Refuses a request without a field that its record asks for by {@link NotNull}, or with a number that no place, time or share
 * can be, before any code meets it.
 */
@RestControllerAdvice
class RequiredFields extends RequestBodyAdviceAdapter {
    /** Metres, seconds and shares lie within this; beyond it sums lose what they add. */
    private static final double MOST = 1e7;

    /** Fields that are missing, by their path. */
    static final class MissingFieldsException extends RuntimeException {
        private static final long serialVersionUID = 1L;
        private final transient List<String> fields;

        MissingFieldsException(List<String> fields) {
            super("The request lacks " + String.join(", ", fields) + ".");
            this.fields = List.copyOf(fields);
        }

        List<String> fields() {
            return fields;
        }
    }

    /** Fields whose number is none, or too far out, by their path. */
    static final class FarOutException extends RuntimeException {
        private static final long serialVersionUID = 1L;
        private final transient List<String> fields;

        FarOutException(List<String> fields) {
            super(String.join(", ", fields) + ": a number between −10 000 000 and 10 000 000 is wanted.");
            this.fields = List.copyOf(fields);
        }

        List<String> fields() {
            return fields;
        }
    }

    @Override
    public boolean supports(
            MethodParameter parameter, Type target, Class<? extends HttpMessageConverter<?>> converter) {
        return target instanceof Class<?> type && type.isRecord();
    }

    @Override
    public Object afterBodyRead(
            Object body,
            HttpInputMessage message,
            MethodParameter parameter,
            Type target,
            Class<? extends HttpMessageConverter<?>> converter) {
        if (body == null) {
            throw new BadInputException("The request is empty; it must be a JSON object.");
        }
        List<String> missing = new ArrayList<>();
        List<String> farOut = new ArrayList<>();
        look((Record) body, "", missing, farOut);
        if (!missing.isEmpty()) {
            throw new MissingFieldsException(missing);
        }
        if (!farOut.isEmpty()) {
            throw new FarOutException(farOut);
        }
        return body;
    }

    private static void look(Record record, String at, List<String> missing, List<String> farOut) {
        for (RecordComponent component : record.getClass().getRecordComponents()) {
            Object value = value(record, component);
            String path = at + component.getName();
            boolean none = value == null || value instanceof JsonNode node && node.isNull();
            if (none && component.getAccessor().isAnnotationPresent(NotNull.class)) {
                missing.add(path);
            } else if (value instanceof Double number && !(Math.abs(number) <= MOST)) {
                farOut.add(path);
            } else if (value instanceof Record inner) {
                look(inner, path + ".", missing, farOut);
            }
        }
    }

    private static Object value(Record record, RecordComponent component) {
        try {
            component.getAccessor().setAccessible(true);
            return component.getAccessor().invoke(record);
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException("a record tells its own components", e);
        }
    }
}
