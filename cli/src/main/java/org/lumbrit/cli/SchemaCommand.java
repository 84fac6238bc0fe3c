package org.lumbrit.cli;

import java.util.concurrent.Callable;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.json.RecipeSchema;
import picocli.CommandLine.Command;

/** Prints the JSON Schema of a recipe. */
@Command(name = "schema", mixinStandardHelpOptions = true, description = "Prints the JSON Schema of a recipe.")
final class SchemaCommand implements Callable<Integer> {
    @Override
    public Integer call() throws Exception {
        Output.print(RecipeJson.pretty(RecipeSchema.document()));
        return 0;
    }
}
