package org.lumbrit.server.storage;

import java.time.Instant;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.NativeQuery;

/** Assets in the database. */
interface AssetRows extends JpaRepository<AssetEntity, String> {
    /** Nothing happens where it is there already, also when two come at the same moment. */
    @Modifying
    @NativeQuery(
            "insert into asset (hash, content, created_at) values (:hash, :content, :now) on conflict (hash) do nothing")
    void keep(String hash, byte[] content, Instant now);

    /** Those brought in before a moment that no revision of any site names. @return how many went */
    @Modifying
    @NativeQuery("delete from asset a where a.created_at < :before and not exists"
            + " (select 1 from revision r where r.recipe::text like '%' || a.hash || '%')")
    int purge(Instant before);
}
