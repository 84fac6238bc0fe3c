package org.lumbrit.server.api;

import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * How binaries are sent.
 *
 * @param compressOnLoopback whether they are packed for browsers on the same machine too, as behind a proxy that does not
 */
@ConfigurationProperties("lumbrit")
record DataSettings(boolean compressOnLoopback) {}
