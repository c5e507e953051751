package app.istante.core.bench;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertNotEquals;

import app.istante.core.measure.Analysed;
import app.istante.core.rules.RuleBook;
import app.istante.core.rules.RuleBooks;
import app.istante.core.verdict.Judgement;
import app.istante.core.verdict.Verdict;
import java.nio.file.Path;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Some of the demo's takes whose finals were doubted, or failed, when looked at by themselves. */
public class FinishBenchTest {
  private static final Path PHOTOS = Path.of("..", "demo", "photos");

  @DataProvider
  Object[][] takes() {
    return new Object[][] {
      // A glass mill whose foot was taken for shade in the smaller, closer picture.
      {"take-26.jpg", "tuttocose"},
      // A bell whose bright brass counted as burnt, since the outline had lost its dark parts.
      {"take-42.jpg", "fieramonda"},
      // A row of grain in the sheet's bend that passed for lettering.
      {"take-62.jpg", "manorosa"},
      // Of this one, too dark for the lead picture, finishing mends the ground.
      {"take-21.jpg", "manorosa"},
    };
  }

  @Test(dataProvider = "takes")
  public void whatPassedIsReadyOnceFinished(String file, String bookId) throws Exception {
    RuleBook book =
        RuleBooks.shipped().stream().filter(one -> one.id().equals(bookId)).findFirst().get();
    Analysed take = FinishBench.take(PHOTOS.resolve(file));
    Judgement judged = FinishBench.ofTake(take, book);
    assertNotEquals(judged.verdict(), Verdict.Reshoot, judged.findings().toString());
    Judgement after = FinishBench.ofFinal(take, judged, book);
    assertEquals(after.verdict(), Verdict.Ready, after.findings().toString());
  }
}
