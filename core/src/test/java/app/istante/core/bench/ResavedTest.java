package app.istante.core.bench;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.Limits;
import app.istante.core.image.PhotoReader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * A fast part of what {@code ./istante bench accuracy} prints of files that were changed before.
 */
public class ResavedTest {
  private static final List<String> PICTURES = List.of("take-12", "take-20", "take-44");
  private final Resaved resaved = new Resaved();

  @BeforeClass
  public void changeAll() {
    PICTURES.parallelStream()
        .forEach(
            name -> {
              try {
                byte[] file = Files.readAllBytes(Path.of("../demo/photos/" + name + ".jpg"));
                resaved.add(new PhotoReader(Limits.STANDARD).read(file));
              } catch (Exception e) {
                throw new IllegalStateException(name, e);
              }
            });
  }

  @DataProvider
  Object[][] changes() {
    return new Object[][] {
      {"enlarged 1.5 times", 2},
      {"enlarged twice", 3},
      {"once of quality 15", 3},
      {"once of quality 30", 3}
    };
  }

  @Test(dataProvider = "changes")
  public void whatWasDoneToAFileIsTold(String change, int atLeast) {
    int[] told = resaved.told(change);
    assertEquals(told[0], PICTURES.size());
    assertTrue(told[1] >= atLeast, change + ": " + told[1]);
    assertEquals(told[2], 0, "nothing else is said of it");
  }

  @Test
  public void ofTheCamerasOwnFileNothingIsTold() {
    assertEquals(resaved.told("as it was")[2], 0);
  }
}
