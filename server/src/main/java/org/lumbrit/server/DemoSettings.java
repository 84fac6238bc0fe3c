package org.lumbrit.server;

import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * The sites that stand in a new database.
 *
 * @param demo folders of the demo sites' files, the first the one that a newcomer sees; empty for none
 * @param firstLook whether that one is computed before anybody opens it
 * @param examples folder of the examples, "" for none
 */
@ConfigurationProperties("lumbrit")
record DemoSettings(List<String> demo, boolean firstLook, String examples) {}
