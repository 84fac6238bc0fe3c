package org.lumbrit.server.storage;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/**
 * One revision of a site with its whole recipe. Undo and redo are revisions too; {@code state} names the edit whose recipe is
 * shown, {@code redo} the edit that redo would bring back, and {@code redoAfter} what could be redone after that.
 */
@Entity
@Table(name = "revision")
class RevisionEntity {
    /** Site and number. */
    @Embeddable
    record Key(@Column(name = "site_id") UUID siteId, int number) implements Serializable {}

    @EmbeddedId
    private Key key;

    private int state;
    private Integer parent;
    private Integer redo;
    private Integer redoAfter;
    private String summary;

    @JdbcTypeCode(SqlTypes.JSON)
    private String recipe;

    private Instant createdAt;

    protected RevisionEntity() {}

    RevisionEntity(UUID siteId, int number, int state, Integer parent, Integer redo, String summary, String recipe) {
        this.key = new Key(siteId, number);
        this.state = state;
        this.parent = parent;
        this.redo = redo;
        this.summary = summary;
        this.recipe = recipe;
        this.createdAt = Instant.now();
    }

    Key key() {
        return key;
    }

    int number() {
        return key.number();
    }

    int state() {
        return state;
    }

    Integer parent() {
        return parent;
    }

    Integer redo() {
        return redo;
    }

    Integer redoAfter() {
        return redoAfter;
    }

    String summary() {
        return summary;
    }

    String recipe() {
        return recipe;
    }

    Instant createdAt() {
        return createdAt;
    }

    void undone(Integer pendingRedo) {
        redoAfter = pendingRedo;
    }
}
