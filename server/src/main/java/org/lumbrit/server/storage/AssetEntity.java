package org.lumbrit.server.storage;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** Something large and immutable, by the SHA-256 of its content. */
@Entity
@Table(name = "asset")
class AssetEntity {
    @Id
    @JdbcTypeCode(SqlTypes.CHAR)
    private String hash;

    private byte[] content;
    private Instant createdAt;

    protected AssetEntity() {}

    AssetEntity(String hash, byte[] content) {
        this.hash = hash;
        this.content = content;
        this.createdAt = Instant.now();
    }

    byte[] content() {
        return content;
    }
}
