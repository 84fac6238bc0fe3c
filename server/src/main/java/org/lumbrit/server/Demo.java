package org.lumbrit.server;

import java.nio.file.Path;
import org.lumbrit.formats.site.SiteFiles;
import org.lumbrit.server.storage.NotFoundException;
import org.lumbrit.server.storage.SiteState;
import org.lumbrit.server.storage.SiteStore;
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
    private final FirstLook firstLook;

    Demo(DemoSettings settings, SiteStore store, FirstLook firstLook) {
        this.settings = settings;
        this.store = store;
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
        return store.create(SiteFiles.read(Path.of(settings.demo()).resolve("recipe.json")));
    }
}
