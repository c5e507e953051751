package app.istante.core.cli;

import app.istante.core.colour.ColourText;
import app.istante.core.image.Limits;
import app.istante.core.image.Photo;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.PhotoWriter;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.measure.Analysed;
import app.istante.core.measure.Known;
import app.istante.core.measure.Measurement;
import app.istante.core.measure.Readings;
import app.istante.core.rules.RuleBook;
import app.istante.core.rules.RuleBookException;
import app.istante.core.rules.RuleBooks;
import app.istante.core.set.StandingSet;
import app.istante.core.verdict.Judge;
import app.istante.core.verdict.Judgement;
import app.istante.core.verdict.Verdict;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code istante check}: measures files and folders without database or server. */
@Command(
    name = "istante check",
    mixinStandardHelpOptions = true,
    sortOptions = false,
    description = "Measures photos and holds them against a selling place's rules.",
    exitCodeListHeading = "%nExit codes:%n",
    exitCodeList = {
      "0:every photo is Ready",
      "1:at least one is not Ready",
      "2:at least one could not be read, or the call was wrong"
    })
public final class CheckCommand implements Callable<Integer> {
  private static final int ALL_READY = 0;
  private static final int NOT_READY = 1;
  private static final int NOT_READ = 2;
  private static final int AHEAD = 4;

  @Parameters(arity = "1..*", paramLabel = "PATH", description = "Photos, or folders of photos.")
  private List<Path> paths;

  @Option(
      names = "--rules",
      paramLabel = "FILE",
      description = "A rule book (JSON), or the id of one that ships. Default: fieramonda.")
  private String rules = "fieramonda";

  @Option(
      names = "--role",
      paramLabel = "ROLE",
      description = "The pictures' role: lead, side, back, detail … Default: lead.")
  private String role = RuleBook.LEAD;

  @Option(
      names = "--set",
      paramLabel = "FILE",
      description = "The set that they were taken in (JSON): remedies then name its own distances.")
  private Path setFile;

  @Option(
      names = "--blank",
      paramLabel = "FILE",
      description =
          "A photo of the empty set, taken from the same place: the product is then told from it"
              + " pixel by pixel.")
  private Path blankFile;

  @Option(
      names = "--card",
      paramLabel = "FILE",
      description =
          "The card frame of the same set-up: a photo with the 24-patch colour card or a grey card.")
  private Path cardFile;

  @Option(
      names = "--reference",
      paramLabel = "COLOUR",
      description = "The item's own colour: #rrggbb, or L,a,b (CIELAB under D50).")
  private String reference;

  @Option(names = "--json", description = "One JSON object a line.")
  private boolean json;

  @Option(names = "--csv", description = "One line of figures a photo.")
  private boolean csv;

  @Option(
      names = "--mask-out",
      paramLabel = "DIR",
      description = "Write each product's soft mask there, as an 8-bit grey PNG.")
  private Path maskFolder;

  private final PrintStream out;
  private final PrintStream err;

  public CheckCommand(PrintStream out, PrintStream err) {
    this.out = out;
    this.err = err;
  }

  public static void main(String[] args) {
    PrintStream out = new PrintStream(System.out, true, StandardCharsets.UTF_8);
    System.exit(new CommandLine(new CheckCommand(out, System.err)).execute(args));
  }

  private record Result(String file, Judgement judgement, UnreadablePhotoException error) {}

  @Override
  public Integer call() throws IOException, InterruptedException {
    RuleBook book;
    StandingSet set;
    Known known;
    try {
      book = RuleBooks.named(rules);
      set = setFile == null ? null : SceneFile.read(setFile);
      known = known();
    } catch (RuleBookException | IllegalArgumentException | UnreadablePhotoException wrong) {
      err.println(wrong.getMessage());
      return NOT_READ;
    }
    if (maskFolder != null) {
      Files.createDirectories(maskFolder);
    }
    if (csv) {
      out.println(CsvLine.HEADER);
    }
    int exit = ALL_READY;
    ExecutorService workers =
        Executors.newFixedThreadPool(Runtime.getRuntime().availableProcessors());
    try {
      // Only a few photos are under way at a time, so that memory does not grow with the folder.
      Deque<Future<Result>> underWay = new ArrayDeque<>();
      for (Path file : LineUpCommand.files(paths)) {
        underWay.add(workers.submit(() -> check(file, book, set, known)));
        if (underWay.size() >= AHEAD) {
          exit = Math.max(exit, print(underWay.remove().get()));
        }
      }
      while (!underWay.isEmpty()) {
        exit = Math.max(exit, print(underWay.remove().get()));
      }
    } catch (ExecutionException broken) {
      throw new IllegalStateException(broken.getCause());
    } finally {
      workers.shutdownNow();
    }
    return exit;
  }

  private Known known() throws IOException, UnreadablePhotoException {
    PhotoReader reader = new PhotoReader(Limits.STANDARD);
    Readings.ColourCard card = null;
    if (cardFile != null) {
      card =
          Measurement.measure(Analysed.of(reader.read(cardFile), Known.CARD_FRAME)).colour().card();
      if (card == null) {
        throw new IllegalArgumentException(
            "Neither a 24-patch colour card nor a grey card is found in "
                + cardFile
                + ". Lay it flat on plain ground, all of it in the frame.");
      }
    }
    return new Known(
        blankFile == null ? null : Analysed.blank(reader.read(blankFile)),
        card,
        reference == null ? null : ColourText.read(reference));
  }

  private Result check(Path file, RuleBook book, StandingSet set, Known known) throws IOException {
    try {
      Photo photo = new PhotoReader(Limits.STANDARD).read(file);
      Analysed picture = Analysed.of(photo, known);
      Judgement judgement = Judge.judge(Measurement.measure(picture), book, role, set);
      if (maskFolder != null) {
        String name = file.getFileName().toString().replaceFirst("\\.[^.]*$", "");
        Files.write(
            maskFolder.resolve(name + ".mask.png"),
            PhotoWriter.greyPng(picture.fullSizeMask(), photo.widthPx(), photo.heightPx()));
      }
      return new Result(file.toString(), judgement, null);
    } catch (UnreadablePhotoException unreadable) {
      return new Result(file.toString(), null, unreadable);
    }
  }

  private int print(Result result) {
    if (result.error() != null) {
      if (json) {
        out.println(Json.errorLine(result.file(), result.error()));
      } else {
        err.println(result.file() + ": " + result.error().getMessage());
      }
      return NOT_READ;
    }
    if (json) {
      out.println(Json.line(result.file(), result.judgement()));
    } else if (csv) {
      out.println(CsvLine.of(result.file(), result.judgement()));
    } else {
      printWords(result);
    }
    return result.judgement().verdict() == Verdict.Ready ? ALL_READY : NOT_READY;
  }

  private void printWords(Result result) {
    out.printf(Locale.ROOT, "%-8s %s%n", result.judgement().verdict(), result.file());
    result.judgement().findings().stream()
        .filter(finding -> !Boolean.TRUE.equals(finding.holds()))
        .forEach(
            finding ->
                out.println(
                    "         "
                        + (finding.fails() ? finding.weight() : "look")
                        + ": "
                        + finding.message()));
    result.judgement().remedies().forEach(remedy -> out.println("         > " + remedy.text()));
  }
}
