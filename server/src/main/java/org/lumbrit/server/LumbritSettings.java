package org.lumbrit.server;

import java.time.Duration;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.util.unit.DataSize;

/**
 * Settings of our own.
 *
 * @param data folder for results that are kept between starts
 * @param demo folder of the demo site's files; empty for none
 * @param firstLook whether the demo is computed before anybody opens it
 * @param hosts names beside 127.0.0.1 and localhost that this server may be asked by
 * @param heavyAtOnce how many requests that may take much memory run at once; @param longestWait of one for its turn
 */
@ConfigurationProperties("lumbrit")
public record LumbritSettings(
        String data,
        DataSize resultsInMemory,
        DataSize resultsOnDisk,
        String demo,
        boolean firstLook,
        List<String> hosts,
        int heavyAtOnce,
        Duration longestWait) {}
