package app.istante.core.cli;

import app.istante.core.image.Limits;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.measure.EditDrift;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code istante compare}: what an edit did to the product. */
@Command(
    name = "istante compare",
    mixinStandardHelpOptions = true,
    sortOptions = false,
    description = "Lays an edit over its original and says what it did to the product.",
    exitCodeListHeading = "%nExit codes:%n",
    exitCodeList = {"0:compared", "2:one could not be read, or shows no product"})
public final class CompareCommand implements Callable<Integer> {
  @Parameters(index = "0", paramLabel = "ORIGINAL", description = "The photo as it was taken.")
  private Path original;

  @Parameters(index = "1", paramLabel = "EDIT", description = "What was made of it.")
  private Path edit;

  @Option(names = "--json", description = "One JSON object.")
  private boolean json;

  private final PrintStream out;
  private final PrintStream err;

  public CompareCommand(PrintStream out, PrintStream err) {
    this.out = out;
    this.err = err;
  }

  public static void main(String[] args) {
    PrintStream out = new PrintStream(System.out, true, StandardCharsets.UTF_8);
    System.exit(new CommandLine(new CompareCommand(out, System.err)).execute(args));
  }

  @Override
  public Integer call() throws IOException {
    PhotoReader reader = new PhotoReader(Limits.STANDARD);
    EditDrift.Drift drift;
    try {
      drift = EditDrift.of(reader.read(original), reader.read(edit));
    } catch (UnreadablePhotoException | IllegalArgumentException wrong) {
      err.println(wrong.getMessage());
      return 2;
    }
    if (json) {
      Map<String, Object> line = new LinkedHashMap<>();
      line.put("original", original.toString());
      line.put("edit", edit.toString());
      line.put("drift", drift);
      out.println(Json.mapper().writeValueAsString(line));
    } else {
      say("Colour moved by %.1f delta E, its tint by %.1f.", drift.deltaE(), drift.castShift());
      say("The outline lost %.1f %% of the product's area.", 100 * drift.edgeEaten());
      if (drift.detailKept() == null) {
        out.println("The product has no fine pattern by which detail could be judged.");
      } else {
        say(
            "Fine pattern: %.0f %% kept, sharpened by %.0f %%.",
            100 * drift.detailKept(), 100 * drift.sharpening());
      }
    }
    return 0;
  }

  private void say(String format, Object... figures) {
    out.println(String.format(Locale.ROOT, format, figures));
  }
}
