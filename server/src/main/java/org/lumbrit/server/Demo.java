package org.lumbrit.server;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
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

/** The demo site, read from its files as a user's files are. */
@Component
public class Demo {
    private static final Logger LOG = LoggerFactory.getLogger(Demo.class);

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

    /** Puts the demo site into an empty database, where a folder is given. */
    @EventListener(ApplicationReadyEvent.class)
    public void fillEmpty() {
        if (!settings.demo().isBlank() && store.isEmpty()) {
            SiteState made = create();
            if (settings.firstLook()) {
                firstLook.at(made);
            }
        }
        LOG.info("Lumbrit is ready");
    }

    public SiteState create() {
        if (settings.demo().isBlank()) {
            throw new NotFoundException("This Lumbrit was started without the demo site.");
        }
        Path folder = Path.of(settings.demo());
        SiteState made = store.create(SiteFiles.read(folder.resolve("recipe.json")));
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
