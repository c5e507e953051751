package app.istante.core.print;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import java.io.IOException;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

public class PdfTextTest {
  private PDDocument document;
  private PdfText text;

  @BeforeClass
  void open() throws IOException {
    document = new PDDocument();
    text = new PdfText(document);
  }

  @AfterClass(alwaysRun = true)
  void close() throws IOException {
    document.close();
  }

  @Test
  public void linesAreBrokenBetweenWordsAndFit() throws IOException {
    List<String> lines = text.wrapped("Take off stickers and price tags, glue too.", 10, 90, 9);
    assertTrue(lines.size() > 2, lines.toString());
    assertEquals(String.join(" ", lines), "Take off stickers and price tags, glue too.");
    for (String line : lines) {
      assertTrue(text.width(line, 10) <= 90, line);
    }
  }

  @Test
  public void whatDoesNotFitIsCutWithDots() throws IOException {
    List<String> lines = text.wrapped("one two three four five six seven eight", 10, 60, 2);
    assertEquals(lines.size(), 2);
    assertTrue(lines.get(1).endsWith("…"), lines.toString());
    assertTrue(text.width(lines.get(1), 10) <= 60);
    assertEquals(text.cut("short", 10, 500), "short");
    assertTrue(text.width(text.cut("a very long word indeed", 10, 40), 10) <= 40);
  }

  @Test
  public void oneEndlessWordIsCutNotLost() throws IOException {
    List<String> lines = text.wrapped("Donaudampfschifffahrtsgesellschaft", 10, 50, 3);
    assertEquals(lines.size(), 1);
    assertTrue(lines.get(0).startsWith("Donau"), lines.toString());
  }

  @Test
  public void nothingGivesNoLine() throws IOException {
    assertEquals(text.wrapped("", 10, 100, 3), List.of());
    assertEquals(text.wrapped("   ", 10, 100, 3), List.of());
  }

  @Test
  public void lettersThatTheFontLacksAreQuestionMarks() {
    assertEquals(text.drawable("Tè 茶"), "Tè ?");
    assertEquals(text.drawable("tab\there"), "tab here");
    assertEquals(text.drawable("\uD83D\uDE42"), "?");
  }

  @Test
  public void sizesScaleWithTheType() throws IOException {
    double small = text.width("Soffitta", 10);
    assertEquals(text.width("Soffitta", 20), 2 * small, 1e-3);
    assertTrue(text.width("WWW", 10) > text.width("iii", 10));
  }
}
