package org.lumbrit.server.storage;

import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.NativeQuery;
import org.springframework.data.jpa.repository.Query;

/** Sites in the database. */
interface Sites extends JpaRepository<SiteEntity, UUID> {
    /** Holds the site until the transaction ends, so that one edit at a time moves its head. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select s from SiteEntity s where s.id = :id")
    Optional<SiteEntity> hold(UUID id);

    /** What the list of sites shows, read off the newest recipes without opening them. @param deleted those in the bin instead */
    @NativeQuery("""
            select s.id, s.head as revision, r.recipe ->> 'name' as name,
                   coalesce(jsonb_array_length(r.recipe -> 'falloffs'), 0) as falloffs,
                   coalesce(jsonb_array_length(r.recipe -> 'layers'), 0) as layers,
                   cast(r.recipe -> 'ground' ->> 'width' as double precision) as width,
                   coalesce(t.revision, 0) as still
            from site s join revision r on r.site_id = s.id and r.number = s.head left join still t on t.site_id = s.id
            where (s.deleted_at is not null) = :deleted order by coalesce(s.deleted_at, s.created_at)""")
    List<ListedSite> listed(boolean deleted);

    /** Sites deleted before a moment, with all their revisions. @return how many went */
    @Modifying
    @NativeQuery("delete from site where deleted_at < :before")
    int purge(Instant before);
}
