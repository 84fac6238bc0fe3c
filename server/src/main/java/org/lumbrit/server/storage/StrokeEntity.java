package org.lumbrit.server.storage;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.UUID;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** One pull of a brush, by the SHA-256 of its JSON; it never changes. */
@Entity
@Table(name = "stroke")
class StrokeEntity {
    /** Site and hash. */
    @Embeddable
    record Key(
            @Column(name = "site_id") UUID siteId,
            @JdbcTypeCode(SqlTypes.CHAR) String hash) implements Serializable {}

    @EmbeddedId
    private Key key;

    @JdbcTypeCode(SqlTypes.JSON)
    private String content;

    protected StrokeEntity() {}

    String hash() {
        return key.hash();
    }

    String content() {
        return content;
    }
}
