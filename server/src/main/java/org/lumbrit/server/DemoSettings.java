package org.lumbrit.server;

import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * The site that stands in a new database.
 *
 * @param demo folder of the demo site's files; empty for none
 * @param firstLook whether the demo is computed before anybody opens it
 */
@ConfigurationProperties("lumbrit")
record DemoSettings(String demo, boolean firstLook) {}
