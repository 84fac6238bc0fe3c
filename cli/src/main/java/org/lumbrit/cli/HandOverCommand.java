package org.lumbrit.cli;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Callable;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.handover.Choice;
import org.lumbrit.formats.handover.Content;
import org.lumbrit.formats.handover.HandOver;
import org.lumbrit.formats.site.SiteFiles;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Writes files for other programs. */
@Command(
        name = "handover",
        mixinStandardHelpOptions = true,
        description = "Writes files for other programs into a folder.")
final class HandOverCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Option(
            names = "--to",
            required = true,
            paramLabel = "FOLDER",
            description = "Where to write; made where it is not there.")
    private Path folder;

    @Option(
            names = "--format",
            split = ",",
            paramLabel = "FORMAT",
            description = "Any of: ${COMPLETION-CANDIDATES}; all unless given.")
    private List<HandOver> formats = List.of();

    @Option(names = "--tiles", description = "3D Tiles alone, the same as --format TILES.")
    private boolean tiles;

    @Option(
            names = "--without",
            paramLabel = "NAME",
            description = "Name or id of a cover, tint, wind or grains that stays at home; may be given often.")
    private List<String> without = List.of();

    @Option(
            names = "--texels",
            paramLabel = "PIXELS",
            description = "Of the ground’s pictures along its longer side, 256 to 8192; ${DEFAULT-VALUE} unless given.")
    private int texels = Choice.TEXELS;

    @Override
    public Integer call() throws Exception {
        if (Files.exists(folder) && !Files.isDirectory(folder)) {
            throw new BadInputException("--to: " + folder + " is a file; give a folder.");
        }
        SiteFiles site = recipe.site();
        Set<HandOver> wanted = !formats.isEmpty()
                ? EnumSet.copyOf(formats)
                : tiles ? EnumSet.noneOf(HandOver.class) : EnumSet.allOf(HandOver.class);
        if (tiles) {
            wanted.add(HandOver.TILES);
        }
        HandOver.write(
                recipe.evaluation(site),
                site,
                Choice.of(wanted, without, texels, site.recipe()),
                (name, content) -> write(folder.resolve(name), content));
        Output.print(Files.readAllBytes(folder.resolve("report.txt")));
        return 0;
    }

    /** Beside its place first, so that no half-written file is ever found under the name. */
    private static void write(Path file, Content content) throws IOException {
        Files.createDirectories(file.getParent());
        Path beside = Files.createTempFile(file.getParent(), ".lumbrit", ".part");
        try {
            try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(beside), 1 << 16)) {
                content.writeTo(out);
            }
            Files.move(beside, file, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
        } finally {
            Files.deleteIfExists(beside);
        }
    }
}
