package org.lumbrit.server.api;

import io.swagger.v3.core.util.Json31;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.servers.Server;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.formats.json.RecipeSchema;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Puts the recipe's own schema into the OpenAPI document, so that there is one description of it and no second by hand. */
@Configuration
class OpenApiOfTheRecipe {
    static {
        // given to handlers by the server itself
        SpringDocUtils.getConfig().addRequestWrapperToIgnore(Cancel.class);
    }

    /** Our records have no optional parts unless they say so. */
    private static void requireAll(Schema<?> schema) {
        if (schema.getProperties() != null && schema.getRequired() == null) {
            schema.setRequired(List.copyOf(schema.getProperties().keySet()));
        }
    }

    /** The same document whatever address it is asked for at. */
    @Bean
    OpenAPI atItsOwnAddress() {
        return new OpenAPI().servers(List.of(new Server().url("/")));
    }

    @Bean
    OpenApiCustomizer recipeSchemas() {
        return api -> {
            api.getComponents().getSchemas().values().forEach(OpenApiOfTheRecipe::requireAll);
            addRecipe(api);
        };
    }

    private static void addRecipe(OpenAPI api) {
        RecipeSchema.definitions("#/components/schemas/").properties().forEach(entry -> {
            try {
                api.getComponents()
                        .addSchemas(
                                entry.getKey(),
                                Json31.mapper().readValue(entry.getValue().toString(), Schema.class));
            } catch (IOException e) {
                throw new UncheckedIOException("the recipe's schema " + entry.getKey() + " is no OpenAPI schema", e);
            }
        });
    }
}
