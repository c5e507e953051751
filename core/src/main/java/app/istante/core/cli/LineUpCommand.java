package app.istante.core.cli;

import app.istante.core.image.Limits;
import app.istante.core.image.Photo;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.lineup.AlikeTakes;
import app.istante.core.lineup.LineUp;
import app.istante.core.lineup.Look;
import app.istante.core.measure.Measurement;
import app.istante.core.rules.RuleBook;
import app.istante.core.rules.RuleBookException;
import app.istante.core.rules.RuleBooks;
import app.istante.core.verdict.Judge;
import app.istante.core.verdict.Judgement;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code istante line-up}: pictures of one role held against each other. */
@Command(
    name = "istante line-up",
    mixinStandardHelpOptions = true,
    sortOptions = false,
    description =
        "Holds pictures of one role against each other: what they share, which stand apart, which"
            + " show the same view and which of those is the best.",
    exitCodeListHeading = "%nExit codes:%n",
    exitCodeList = {"0:compared", "2:at least one could not be read, or the call was wrong"})
public final class LineUpCommand implements Callable<Integer> {
  @Parameters(arity = "1..*", paramLabel = "PATH", description = "Photos, or folders of photos.")
  private List<Path> paths;

  @Option(
      names = "--rules",
      paramLabel = "FILE",
      description = "A rule book (JSON), or the id of one that ships. Default: fieramonda.")
  private String rules = "fieramonda";

  @Option(names = "--role", paramLabel = "ROLE", description = "Their role. Default: lead.")
  private String role = RuleBook.LEAD;

  @Option(names = "--json", description = "One JSON object: readings, alike.")
  private boolean json;

  private final PrintStream out;
  private final PrintStream err;

  public LineUpCommand(PrintStream out, PrintStream err) {
    this.out = out;
    this.err = err;
  }

  public static void main(String[] args) {
    PrintStream out = new PrintStream(System.out, true, StandardCharsets.UTF_8);
    System.exit(new CommandLine(new LineUpCommand(out, System.err)).execute(args));
  }

  @Override
  public Integer call() throws IOException {
    RuleBook book;
    try {
      book = RuleBooks.named(rules);
    } catch (RuleBookException wrong) {
      err.println(wrong.getMessage());
      return 2;
    }
    int exit = 0;
    List<AlikeTakes.Take> takes = new ArrayList<>();
    for (Path file : files(paths)) {
      try {
        Photo photo = new PhotoReader(Limits.STANDARD).read(file);
        Judgement judgement = Judge.judge(Measurement.measure(photo), book, role);
        takes.add(
            new AlikeTakes.Take(
                file.toString(), photo.facts().sha256(), Look.of(photo.srgb()), judgement));
      } catch (UnreadablePhotoException unreadable) {
        err.println(file + ": " + unreadable.getMessage());
        exit = 2;
      }
    }
    List<LineUp.Reading> readings = LineUp.compare(judgements(takes));
    List<AlikeTakes.Group> alike = AlikeTakes.of(takes);
    if (json) {
      Map<String, Object> line = new LinkedHashMap<>();
      line.put("readings", readings);
      line.put("alike", alike);
      out.println(Json.mapper().writeValueAsString(line));
    } else {
      readings.forEach(this::say);
      alike.forEach(
          group -> out.println("Alike: " + String.join(", ", group.takes()) + ". " + group.why()));
    }
    return exit;
  }

  private static Map<String, Judgement> judgements(List<AlikeTakes.Take> takes) {
    Map<String, Judgement> all = new LinkedHashMap<>();
    takes.forEach(take -> all.put(take.name(), take.judgement()));
    return all;
  }

  private void say(LineUp.Reading reading) {
    out.println(
        String.format(
            Locale.ROOT,
            "%-26s %8.3g, spread %.2g",
            reading.name(),
            reading.median(),
            reading.spread()));
    for (LineUp.Outlier outlier : reading.outliers()) {
      out.println(
          String.format(
              Locale.ROOT,
              "    apart: %s, %.3g (%+.3g)",
              outlier.take(),
              outlier.value(),
              outlier.by()));
    }
  }

  /** Named files as they are; of folders, all files in them, by name, hidden ones left out. */
  static List<Path> files(List<Path> paths) throws IOException {
    List<Path> files = new ArrayList<>();
    for (Path path : paths) {
      if (Files.isDirectory(path)) {
        try (Stream<Path> inside = Files.walk(path)) {
          inside
              .filter(Files::isRegularFile)
              .filter(file -> !file.getFileName().toString().startsWith("."))
              .sorted()
              .forEach(files::add);
        }
      } else {
        files.add(path);
      }
    }
    return files;
  }
}
