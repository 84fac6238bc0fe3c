package org.lumbrit.server.api;

import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * Who may ask this server.
 *
 * @param hosts names beside 127.0.0.1 and localhost that it may be asked by
 */
@ConfigurationProperties("lumbrit")
record GuardSettings(List<String> hosts) {}
