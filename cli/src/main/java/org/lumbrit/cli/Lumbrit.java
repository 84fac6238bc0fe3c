package org.lumbrit.cli;

import java.io.PrintWriter;
import org.lumbrit.core.math.BeyondRoomException;
import org.lumbrit.core.math.Room;
import org.lumbrit.core.plants.UnusablePlantException;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.formats.BadInputException;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.ParameterException;

/** {@code ./lumbrit}: the same computation as in the browser, without a screen, a server or a database. */
@Command(
        name = "lumbrit",
        mixinStandardHelpOptions = true,
        version = "Lumbrit 0.1.0",
        description = "Evaluates a Lumbrit recipe: falloffs, plants, files for other programs.",
        subcommands = {
            SchemaCommand.class,
            CheckCommand.class,
            FindingsCommand.class,
            ProbeCommand.class,
            ScatterCommand.class,
            PlantCommand.class,
            AimCommand.class,
            PictureCommand.class,
            LookCommand.class,
            TrialsCommand.class,
            CompareCommand.class,
            GroundCommand.class,
            ReliefCommand.class,
            WaterCommand.class,
            WavesCommand.class,
            FloatCommand.class,
            SheetsCommand.class,
            VesselCommand.class,
            RipplesCommand.class,
            MeshCommand.class,
            FrontCommand.class,
            GrowCommand.class,
            CrustCommand.class,
            AccreteCommand.class,
            SlicesCommand.class,
            SnowCommand.class,
            RollCommand.class,
            WeatherCommand.class,
            WindCommand.class,
            SwayCommand.class,
            PushCommand.class,
            GrainsCommand.class,
            LoopCommand.class,
            AdaptCommand.class,
            HandOverCommand.class
        })
public final class Lumbrit implements Runnable {
    private static final int BAD_INPUT = 2;

    @CommandLine.Spec
    private CommandLine.Model.CommandSpec spec;

    public static void main(String[] arguments) {
        System.exit(run(arguments, new PrintWriter(System.err, true)));
    }

    static int run(String[] arguments, PrintWriter errors) {
        CommandLine line = new CommandLine(new Lumbrit());
        line.setErr(errors);
        line.setCaseInsensitiveEnumValuesAllowed(true);
        line.setParameterExceptionHandler(Lumbrit::misused);
        line.setExecutionExceptionHandler((problem, command, parsed) -> {
            errors.println("lumbrit: " + sentence(problem));
            return BAD_INPUT;
        });
        try {
            return line.execute(arguments);
        } catch (OutOfMemoryError e) {
            errors.println("lumbrit: this needs more than the " + Room.said()
                    + " of memory that the program has; take a lower density, a coarser ground or a tile of it.");
            return BAD_INPUT;
        }
    }

    private static int misused(ParameterException problem, String[] arguments) {
        PrintWriter errors = problem.getCommandLine().getErr();
        errors.println("lumbrit: " + oneLine(problem.getMessage()) + " See: "
                + problem.getCommandLine().getCommandSpec().qualifiedName() + " --help");
        return BAD_INPUT;
    }

    private static String sentence(Exception problem) {
        if (problem instanceof InvalidRecipeException invalid) {
            int more = invalid.problems().size() - 1;
            return oneLine(
                    invalid.problems().get(0) + (more > 0 ? " (and " + more + " more; lumbrit check lists all)" : ""));
        }
        if (problem instanceof BadInputException
                || problem instanceof BeyondRoomException
                || problem instanceof UnusablePlantException) {
            return oneLine(problem.getMessage());
        }
        if (problem instanceof java.io.IOException) {
            return "a file cannot be written or read: " + oneLine(problem.getMessage());
        }
        return "this should not happen (" + problem.getClass().getSimpleName() + ": " + oneLine(problem.getMessage())
                + ")";
    }

    static String oneLine(String text) {
        return String.valueOf(text).replaceAll("\\s+", " ").strip();
    }

    @Override
    public void run() {
        throw new ParameterException(
                spec.commandLine(),
                "Say what to do: schema, check, findings, probe, scatter, plant, aim, picture, ground, relief, water, mesh, front, wind, sway, push, loop, adapt or handover.");
    }
}
