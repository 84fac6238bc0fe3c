package org.lumbrit.server;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.util.unit.DataSize;

/**
 * Settings of our own.
 *
 * @param data folder for results that are kept between starts
 * @param demo folder of the demo site's files; empty for none
 * @param firstLook whether the demo is computed before anybody opens it
 */
@ConfigurationProperties("lumbrit")
public record LumbritSettings(
        String data, DataSize resultsInMemory, DataSize resultsOnDisk, String demo, boolean firstLook) {}
