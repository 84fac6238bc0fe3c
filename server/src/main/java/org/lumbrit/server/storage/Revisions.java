package org.lumbrit.server.storage;

import java.util.List;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** Revisions in the database. */
interface Revisions extends JpaRepository<RevisionEntity, RevisionEntity.Key> {
    @Query(
            "select r.key.number as number, r.state as state, r.summary as summary, r.createdAt as at from RevisionEntity r where r.key.siteId = :site and r.key.number < :before order by r.key.number desc")
    List<ListedRevision> listed(UUID site, int before, Limit limit);

    @Query(
            "select r.summary from RevisionEntity r where r.key.siteId = :site and r.key.number > :after order by r.key.number")
    List<String> summariesAfter(UUID site, int after);
}
