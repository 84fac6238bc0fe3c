package org.lumbrit.server.results;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.util.unit.DataSize;

/**
 * How much of the results is kept, and where.
 *
 * @param data folder for results that are kept between starts
 */
@ConfigurationProperties("lumbrit")
record ResultsSettings(String data, DataSize resultsInMemory, DataSize resultsOnDisk) {}
