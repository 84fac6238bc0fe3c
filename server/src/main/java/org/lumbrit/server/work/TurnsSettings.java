package org.lumbrit.server.work;

import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * How heavy requests take turns.
 *
 * @param heavyAtOnce how many requests that may take much memory run at once; @param longestWait of one for its turn
 */
@ConfigurationProperties("lumbrit")
record TurnsSettings(int heavyAtOnce, Duration longestWait) {}
