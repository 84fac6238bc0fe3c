package org.lumbrit.server.work;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/**
 * Which connections are open at both ends, as the kernel's table says it (proc(5), /proc/net/tcp): a servlet is not told that
 * its client has gone before it writes to it. Where there is no such table, nobody ever leaves.
 */
@Component
class Connections {
    private static final List<Path> TABLES = List.of(Path.of("/proc/net/tcp"), Path.of("/proc/net/tcp6"));
    private static final String ESTABLISHED = "01";
    private static final String CLOSED_THERE = "08";

    private final List<Path> tables;

    Connections() {
        this(TABLES);
    }

    Connections(List<Path> tables) {
        this.tables = tables;
    }

    /**
     * What the tables say now. Rows may be missed while they change, so one that is missing says little by itself.
     *
     * @param known whether there is a table; @param open connections that are open at both ends
     * @param left those that the other end has closed
     */
    record Table(boolean known, Set<Work.Client> open, Set<Work.Client> left) {
        boolean misses(Work.Client client) {
            return known && !open.contains(client);
        }
    }

    Table now() {
        Set<Work.Client> open = new HashSet<>();
        Set<Work.Client> left = new HashSet<>();
        boolean known = false;
        for (Path table : tables) {
            try {
                for (String line : Files.readAllLines(table)) {
                    String[] words = line.strip().split("\\s+");
                    if (words.length > 3 && words[3].matches(ESTABLISHED + "|" + CLOSED_THERE)) {
                        Work.Client client = new Work.Client(port(words[1]), port(words[2]));
                        (words[3].equals(ESTABLISHED) ? open : left).add(client);
                    }
                }
                known = true;
            } catch (IOException | NumberFormatException e) {
                // no such table here, or of another form
            }
        }
        return new Table(known, open, left);
    }

    private static int port(String address) {
        return Integer.parseInt(address.substring(address.lastIndexOf(':') + 1), 16);
    }
}
