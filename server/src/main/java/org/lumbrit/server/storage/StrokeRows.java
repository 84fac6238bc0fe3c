package org.lumbrit.server.storage;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.NativeQuery;
import org.springframework.data.jpa.repository.Query;

/** Strokes in the database. */
interface StrokeRows extends JpaRepository<StrokeEntity, StrokeEntity.Key> {
    /** Nothing happens where it is there already. */
    @Modifying
    @NativeQuery("insert into stroke (site_id, hash, content) values (:site, :hash, cast(:content as jsonb))"
            + " on conflict (site_id, hash) do nothing")
    void keep(UUID site, String hash, String content);

    @Query("select s.key.hash from StrokeEntity s where s.key.siteId = :site and s.key.hash in :hashes")
    List<String> known(UUID site, Collection<String> hashes);

    @Query("select s from StrokeEntity s where s.key.siteId = :site and s.key.hash in :hashes")
    List<StrokeEntity> named(UUID site, Collection<String> hashes);
}
