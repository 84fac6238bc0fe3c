package org.lumbrit.server.storage;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** A site; its content stands in its revisions. */
@Entity
@Table(name = "site")
class SiteEntity {
    @Id
    private UUID id;

    private int head;
    private Instant createdAt;
    private Instant deletedAt;

    protected SiteEntity() {}

    SiteEntity(UUID id, Instant createdAt) {
        this.id = id;
        this.createdAt = createdAt;
    }

    UUID id() {
        return id;
    }

    int head() {
        return head;
    }

    Instant createdAt() {
        return createdAt;
    }

    boolean isDeleted() {
        return deletedAt != null;
    }

    void moveTo(int revision) {
        head = revision;
    }

    void delete(Instant when) {
        deletedAt = when;
    }

    void restore() {
        deletedAt = null;
    }
}
