package org.lumbrit.server.storage;

import java.time.Instant;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.NativeQuery;

/** Stills in the database. */
interface StillRows extends JpaRepository<StillEntity, UUID> {
    /** The newer revision stays, whichever of two comes last. */
    @Modifying
    @NativeQuery("""
            insert into still (site_id, revision, picture, taken_at) values (:site, :revision, :picture, :now)
            on conflict (site_id) do update set revision = :revision, picture = :picture, taken_at = :now
            where still.revision <= :revision""")
    void keep(UUID site, int revision, byte[] picture, Instant now);
}
