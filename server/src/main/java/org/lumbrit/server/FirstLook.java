package org.lumbrit.server;

import jakarta.annotation.PreDestroy;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.server.storage.SiteState;
import org.lumbrit.server.view.MotionViews;
import org.lumbrit.server.view.ViewRequest;
import org.lumbrit.server.view.ViewService;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Computes what a new site's first look shows before anybody asks for it; whoever asks meanwhile waits for the same results. */
@Component
class FirstLook {
    private static final Logger LOG = LoggerFactory.getLogger(FirstLook.class);
    private static final ViewRequest PLAIN =
            new ViewRequest("", -1, "", "", 0.0, false, "", "", -1, false, null, null, null, null, null);

    private final ViewService views;
    private final MotionViews motions;
    private volatile boolean closed;

    FirstLook(ViewService views, MotionViews motions) {
        this.views = views;
        this.motions = motions;
    }

    /** Returns at once. */
    void at(SiteState site) {
        Thread looking = new Thread(() -> look(site.recipe(), site.revision()), "first look");
        looking.setDaemon(true);
        looking.start();
    }

    private void look(Recipe recipe, int revision) {
        Cancel cancel = () -> closed;
        try {
            views.manifest(recipe, revision, PLAIN, cancel);
            motions.motion(views.evaluation(recipe, 0, cancel), false, cancel);
        } catch (Cancel.CancelledException e) {
            LOG.debug("the first look was stopped", e);
        } catch (RuntimeException e) {
            // whoever opens the site is told
            LOG.warn("the first look failed", e);
        }
    }

    @PreDestroy
    void close() {
        closed = true;
    }
}
