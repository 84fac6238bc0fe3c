package org.lumbrit.server;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.lumbrit.formats.site.SiteFiles;
import org.lumbrit.server.storage.NotFoundException;
import org.lumbrit.server.storage.SiteState;
import org.lumbrit.server.storage.SiteStore;
import org.lumbrit.server.storage.Stills;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** The demo sites, read from their files as a user's files are. */
@Component
public class Demo {
    private static final Logger LOG = LoggerFactory.getLogger(Demo.class);

    private static final String RECIPE = "recipe.json";

    private final DemoSettings settings;
    private final SiteStore store;
    private final Stills stills;
    private final FirstLook firstLook;

    Demo(DemoSettings settings, SiteStore store, Stills stills, FirstLook firstLook) {
        this.settings = settings;
        this.store = store;
        this.stills = stills;
        this.firstLook = firstLook;
    }

    /** Puts the demo sites into an empty database, where folders are given. */
    @EventListener(ApplicationReadyEvent.class)
    public void fillEmpty() {
        if (store.isEmpty()) {
            for (String folder : settings.demo()) {
                SiteState made = create(Path.of(folder));
                if (settings.firstLook() && folder.equals(settings.demo().get(0))) {
                    firstLook.at(made);
                }
            }
        }
        LOG.info("Lumbrit is ready");
    }

    /** What demo sites are called, in order. */
    public List<String> names() {
        return settings.demo().stream()
                .map(folder ->
                        SiteFiles.read(Path.of(folder).resolve(RECIPE)).recipe().name())
                .toList();
    }

    /** @param number of the demo site, from 0 */
    public SiteState create(int number) {
        if (number < 0 || number >= settings.demo().size()) {
            throw new NotFoundException(
                    settings.demo().isEmpty()
                            ? "This Lumbrit was started without the demo site."
                            : "There are " + settings.demo().size() + " demo sites, counted from 0; none is number "
                                    + number + ".");
        }
        return create(Path.of(settings.demo().get(number)));
    }

    private SiteState create(Path folder) {
        SiteState made = store.create(SiteFiles.read(folder.resolve(RECIPE)));
        Path still = folder.resolve("still.jpg");
        if (Files.isRegularFile(still)) {
            try {
                stills.keep(made.id(), made.revision(), Files.readAllBytes(still));
            } catch (IOException e) {
                LOG.warn("The demo's still cannot be read: {}", e.getMessage());
            }
        }
        return made;
    }
}
