package org.lumbrit.server.storage;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.RecipeCheck;
import org.lumbrit.core.trials.Brought;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.site.SiteFiles;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Sites and their revisions. Every change makes a new revision that holds the whole recipe but for the strokes of brushes; undo
 * is linear per site and a revision of its own, so it survives restarts and is the same in every tab.
 */
@Component
public class SiteStore {
    private final Sites sites;
    private final Revisions revisions;
    private final Assets assets;
    private final Strokes strokes;
    private final ApplicationEventPublisher events;
    private final TransactionTemplate transactions;
    /** A revision never changes, so it is read once while a slider moves. */
    private final Cache<RevisionEntity.Key, Recipe> read =
            Caffeine.newBuilder().maximumSize(64).build();

    SiteStore(
            Sites sites,
            Revisions revisions,
            Assets assets,
            Strokes strokes,
            ApplicationEventPublisher events,
            PlatformTransactionManager transactions) {
        this.sites = sites;
        this.revisions = revisions;
        this.assets = assets;
        this.strokes = strokes;
        this.events = events;
        this.transactions = new TransactionTemplate(transactions);
    }

    /** Published after a change is committed. */
    public record SiteChanged(UUID site, int revision) {}

    /** Makes a site from files; those that the recipe names are kept as assets. */
    @Transactional
    public SiteState create(SiteFiles files) {
        files.requireSound();
        Recipe recipe = files.recipe();
        for (String file : recipe.files()) {
            recipe = recipe.withFile(file, assets.keep(files.content(file), Assets.ending(file, "png")));
        }
        SiteEntity site = sites.save(new SiteEntity(UUID.randomUUID(), Instant.now()));
        return append(site, 1, null, null, "Site made", recipe);
    }

    private SiteState append(SiteEntity site, int state, Integer parent, Integer redo, String summary, Recipe recipe) {
        ObjectNode kept = RecipeJson.node(recipe);
        strokes.take(site.id(), kept);
        RevisionEntity revision = revisions.save(
                new RevisionEntity(site.id(), site.head() + 1, state, parent, redo, summary, kept.toString()));
        site.moveTo(revision.number());
        events.publishEvent(new SiteChanged(site.id(), revision.number()));
        return state(site, revision, recipe);
    }

    private SiteState state(SiteEntity site, RevisionEntity revision, Recipe recipe) {
        RevisionEntity shown = revision.state() == revision.number() ? revision : revision(site.id(), revision.state());
        return new SiteState(
                site.id(),
                revision.number(),
                recipe,
                revision.summary(),
                shown.parent() != null,
                revision.redo() != null);
    }

    private RevisionEntity revision(UUID site, int number) {
        return revisions
                .findById(new RevisionEntity.Key(site, number))
                .orElseThrow(() ->
                        new BadInputException("This site has no revision " + number + "; ask for the site again."));
    }

    private Recipe recipe(RevisionEntity revision) {
        return read.get(revision.key(), key -> {
            JsonNode kept = RecipeJson.tree(revision.recipe().getBytes(StandardCharsets.UTF_8));
            strokes.putBack(key.siteId(), kept);
            return RecipeJson.read(kept);
        });
    }

    private SiteEntity present(UUID id) {
        return sites.findById(id).filter(site -> !site.isDeleted()).orElseThrow(() -> gone());
    }

    private static NotFoundException gone() {
        return new NotFoundException("This site is not here any more. Open the list of sites to see what is.");
    }

    /** Whether there never was a site. */
    @Transactional(readOnly = true)
    public boolean isEmpty() {
        return sites.count() == 0;
    }

    @Transactional(readOnly = true)
    public List<ListedSite> list() {
        return sites.listed(false);
    }

    /** Deleted ones, until they are purged. */
    @Transactional(readOnly = true)
    public List<ListedSite> listDeleted() {
        return sites.listed(true);
    }

    private SiteState head(SiteEntity site) {
        RevisionEntity revision = revision(site.id(), site.head());
        return state(site, revision, recipe(revision));
    }

    /** @throws NotFoundException where there is no such site, or no more */
    @Transactional(readOnly = true)
    public void requirePresent(UUID id) {
        present(id);
    }

    @Transactional(readOnly = true)
    public SiteState state(UUID id) {
        return head(present(id));
    }

    /** A site's recipe at a revision, with edits that are not saved. */
    @Transactional(readOnly = true)
    public Recipe preview(UUID id, int base, List<Edit> edits) {
        present(id);
        return apply(recipe(revision(id, base)), edits);
    }

    /** Revisions of a site from before a number, the newest first. */
    @Transactional(readOnly = true)
    public List<ListedRevision> history(UUID id, int before, int most) {
        present(id);
        return revisions.listed(id, before, Limit.of(most));
    }

    /**
     * Puts things back as they were in a revision, as a new one; all of the site where no part is named.
     *
     * @throws StaleEditException where the site has moved on since {@code base}
     */
    public SiteState bringBack(UUID id, int base, int number, List<Brought.Part> parts) {
        Recipe then = preview(id, number, List.of());
        Recipe now = preview(id, base, List.of());
        Recipe brought = RecipeCheck.require(Brought.of(now, then, parts));
        requireSound(now, brought);
        return transactions.execute(status -> {
            SiteEntity site = held(id);
            if (site.head() != base) {
                throw new StaleEditException(site.head(), revisions.summariesAfter(id, base));
            }
            RevisionEntity head = revision(id, base);
            if (brought.equals(now)) {
                return state(site, head, now);
            }
            String what = parts.isEmpty()
                    ? "Everything"
                    : parts.stream().map(part -> name(then, now, part)).collect(Collectors.joining(", "));
            return append(site, base + 1, head.state(), null, what + " as in change " + number, brought);
        });
    }

    private static String name(Recipe then, Recipe now, Brought.Part part) {
        String before = then.names().nameOf(part.of(), part.id());
        return before.equals(part.id()) ? now.names().nameOf(part.of(), part.id()) : before;
    }

    private static Recipe apply(Recipe recipe, List<Edit> edits) {
        Recipe changed = recipe;
        for (Edit edit : edits) {
            changed = edit.apply(changed);
        }
        return RecipeCheck.require(changed);
    }

    /**
     * Saves edits made on a revision. Where the site has moved on, they are applied to its head iff what they touch is
     * unchanged.
     *
     * @throws StaleEditException where it is not
     */
    public SiteState edit(UUID id, int base, List<Edit> edits) {
        // files are decoded before the site is held, so that nobody waits for that
        Recipe now = state(id).recipe();
        Recipe probable = apply(now, edits);
        requireSound(now, probable);
        return transactions.execute(status -> save(id, base, edits, probable));
    }

    private void requireSound(Recipe before, Recipe after) {
        if (!after.ground().equals(before.ground()) || !before.files().containsAll(after.files())) {
            files(after).requireSound();
        }
    }

    private SiteState save(UUID id, int base, List<Edit> edits, Recipe sound) {
        SiteEntity site = held(id);
        RevisionEntity head = revision(id, site.head());
        Recipe now = recipe(head);
        if (base != head.number()) {
            Recipe then = recipe(revision(id, base));
            boolean untouched =
                    edits.stream().allMatch(edit -> edit.touches(then).equals(edit.touches(now)));
            if (!untouched) {
                throw new StaleEditException(head.number(), revisions.summariesAfter(id, base));
            }
        }
        Recipe changed = apply(now, edits);
        if (changed.equals(now)) {
            return state(site, head, now);
        }
        if (!changed.ground().equals(sound.ground()) || !sound.files().containsAll(changed.files())) {
            requireSound(now, changed);
        }
        int number = site.head() + 1;
        return append(
                site, number, head.state(), null, edits.get(edits.size() - 1).summary(now), changed);
    }

    private SiteEntity held(UUID id) {
        return sites.hold(id).filter(site -> !site.isDeleted()).orElseThrow(() -> gone());
    }

    @Transactional
    public SiteState undo(UUID id) {
        SiteEntity site = held(id);
        RevisionEntity head = revision(id, site.head());
        RevisionEntity shown = revision(id, head.state());
        if (shown.parent() == null) {
            return head(site);
        }
        shown.undone(head.redo());
        RevisionEntity before = revision(id, shown.parent());
        return append(
                site, before.number(), before.parent(), shown.number(), "Undid: " + shown.summary(), recipe(before));
    }

    @Transactional
    public SiteState redo(UUID id) {
        SiteEntity site = held(id);
        RevisionEntity head = revision(id, site.head());
        if (head.redo() == null) {
            return head(site);
        }
        RevisionEntity again = revision(id, head.redo());
        return append(
                site,
                again.number(),
                again.parent(),
                again.redoAfter(),
                "Did again: " + again.summary(),
                recipe(again));
    }

    @Transactional
    public void delete(UUID id) {
        held(id).delete(Instant.now());
    }

    @Transactional
    public SiteState restore(UUID id) {
        SiteEntity site = sites.hold(id).orElseThrow(() -> gone());
        site.restore();
        return head(site);
    }

    /** A recipe together with the files that it names. */
    public SiteFiles files(Recipe recipe) {
        Map<String, byte[]> content = new TreeMap<>();
        recipe.files().forEach(file -> content.put(file, assets.content(file)));
        return new SiteFiles(recipe, content);
    }
}
