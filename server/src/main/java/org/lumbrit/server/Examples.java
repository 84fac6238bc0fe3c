package org.lumbrit.server;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.site.SiteFiles;
import org.lumbrit.server.storage.NotFoundException;
import org.lumbrit.server.storage.SiteState;
import org.lumbrit.server.storage.SiteStore;
import org.lumbrit.server.storage.Stills;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;

/** Small sites that each show one thing; a newcomer opens a copy of one. */
@Component
public class Examples {
    private final DemoSettings settings;
    private final SiteStore store;
    private final Stills stills;
    private List<Example> all;

    Examples(DemoSettings settings, SiteStore store, Stills stills) {
        this.settings = settings;
        this.store = store;
        this.stills = stills;
    }

    /** @param name of the site; @param words what it shows */
    public record Example(Path folder, String name, String words) {}

    /** In the order in which they are best looked at; none where no folder of examples was named. */
    public synchronized List<Example> all() {
        if (all == null) {
            all = settings.examples().isEmpty() ? List.of() : read(Path.of(settings.examples()));
        }
        return all;
    }

    private static List<Example> read(Path folder) {
        try {
            JsonNode list = RecipeJson.tree(Files.readAllBytes(folder.resolve("list.json")));
            return list.valueStream()
                    .map(each -> {
                        Path own = folder.resolve(each.get("folder").asString());
                        String name = SiteFiles.read(own.resolve("recipe.json"))
                                .recipe()
                                .name();
                        return new Example(own, name, each.get("words").asString());
                    })
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException("The examples beside the program cannot be read.", e);
        }
    }

    private Example one(int number) {
        if (number < 0 || number >= all().size()) {
            throw new NotFoundException(
                    "There are " + all().size() + " examples, counted from 0; none is number " + number + ".");
        }
        return all().get(number);
    }

    /** Its picture, a JPEG. */
    public byte[] picture(int number) {
        try {
            return Files.readAllBytes(one(number).folder.resolve("still.jpg"));
        } catch (IOException e) {
            throw new NotFoundException("This example has no picture.");
        }
    }

    /** A copy of one as a site. */
    public SiteState create(int number) {
        SiteState made = store.create(SiteFiles.read(one(number).folder.resolve("recipe.json")));
        stills.keep(made.id(), made.revision(), picture(number));
        return made;
    }
}
