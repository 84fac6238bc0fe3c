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

/** Refuses a request without a field that its record asks for by {@link NotNull}, before any code meets it. */
@RestControllerAdvice
class RequiredFields extends RequestBodyAdviceAdapter {

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
        look((Record) body, "", missing);
        if (!missing.isEmpty()) {
            throw new MissingFieldsException(missing);
        }
        return body;
    }

    private static void look(Record record, String at, List<String> missing) {
        for (RecordComponent component : record.getClass().getRecordComponents()) {
            Object value = value(record, component);
            String path = at + component.getName();
            boolean none = value == null || value instanceof JsonNode node && node.isNull();
            if (none && component.getAccessor().isAnnotationPresent(NotNull.class)) {
                missing.add(path);
            } else if (value instanceof Record inner) {
                look(inner, path + ".", missing);
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
