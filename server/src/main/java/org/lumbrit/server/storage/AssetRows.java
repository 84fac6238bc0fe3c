package org.lumbrit.server.storage;

import org.springframework.data.jpa.repository.JpaRepository;

/** Assets in the database. */
interface AssetRows extends JpaRepository<AssetEntity, String> {}
