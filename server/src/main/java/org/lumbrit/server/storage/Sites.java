package org.lumbrit.server.storage;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

/** Sites in the database. */
interface Sites extends JpaRepository<SiteEntity, UUID> {
    /** Holds the site until the transaction ends, so that one edit at a time moves its head. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select s from SiteEntity s where s.id = :id")
    Optional<SiteEntity> hold(UUID id);

    @Query("select s from SiteEntity s where s.deletedAt is null order by s.createdAt")
    List<SiteEntity> present();
}
