package app.istante.core.bench;

import app.istante.core.finish.Finisher;
import app.istante.core.image.EncodedImage;
import app.istante.core.image.Limits;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.mask.KnownOutline;
import app.istante.core.measure.Analysed;
import app.istante.core.measure.FlatField;
import app.istante.core.measure.Known;
import app.istante.core.measure.Measurement;
import app.istante.core.measure.Readings;
import app.istante.core.rules.Finding;
import app.istante.core.rules.RuleBook;
import app.istante.core.rules.RuleBooks;
import app.istante.core.sim.Simulated;
import app.istante.core.verdict.Judge;
import app.istante.core.verdict.Judgement;
import app.istante.core.verdict.Verdict;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;

/**
 * Whether a take that is Ready, or that finishing can mend, is Ready once finished: the demo's
 * photographs as lead pictures, by each rule book that ships.
 */
public final class FinishBench {
  private static final String ROLE = "lead";

  private FinishBench() {}

  /** What is judged of the final of a take; of its pixels, before they are written as JPEG. */
  static Judgement ofFinal(Analysed take, Judgement judged, RuleBook book) {
    Readings.BoxPx product = judged.readings().product().boxPx();
    EncodedImage made =
        Finisher.finish(take.photo(), product, judged.finishPlan(), FlatField.of(take));
    KnownOutline outline = Finisher.outline(take, product, judged.finishPlan());
    Analysed finished = Analysed.of(Simulated.asPhoto(made), Known.outlined(outline));
    return Judge.judge(Measurement.measure(finished), book, ROLE);
  }

  static Judgement ofTake(Analysed take, RuleBook book) {
    return Judge.judge(Measurement.measure(take), book, ROLE);
  }

  static Analysed take(Path file) throws IOException, UnreadablePhotoException {
    return Analysed.of(new PhotoReader(Limits.STANDARD).read(file));
  }

  public static void main(String[] arguments) throws IOException, UnreadablePhotoException {
    int[] made = new int[2];
    int[] ready = new int[2];
    try (Stream<Path> photos = Files.list(Path.of(arguments[0]))) {
      for (Path file : photos.sorted().toList()) {
        Analysed take = take(file);
        Readings readings = Measurement.measure(take);
        for (RuleBook book : RuleBooks.shipped()) {
          Judgement judged = Judge.judge(readings, book, ROLE);
          if (judged.verdict() == Verdict.Reshoot || judged.finishPlan() == null) {
            continue;
          }
          Judgement after = ofFinal(take, judged, book);
          int mended = judged.verdict() == Verdict.Mend ? 1 : 0;
          made[mended]++;
          if (after.verdict() == Verdict.Ready) {
            ready[mended]++;
          } else {
            List<String> fails =
                after.findings().stream().filter(Finding::fails).map(Finding::message).toList();
            System.out.println(
                file.getFileName() + ", " + book.name() + ", " + judged.verdict() + ": " + fails);
          }
        }
      }
    }
    System.out.println("Ready once finished: " + ready[0] + " of " + made[0] + " that were Ready");
    System.out.println("  " + ready[1] + " of " + made[1] + " that finishing was to mend");
  }
}
