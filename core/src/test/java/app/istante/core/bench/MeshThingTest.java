package app.istante.core.bench;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.Stream;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/** Models from elsewhere as things for the other ray tracer. */
public class MeshThingTest {
  private static final String CUBE =
      """
      mtllib paint.mtl
      v 10 5 10
      v 12 5 10
      v 12 9 10
      v 10 9 10
      v 10 5 12
      v 12 5 12
      v 12 9 12
      v 10 9 12
      usemtl red
      f 1 2 3 4
      f 5 6 7 8
      f 1 2 6 5
      f -1 -2 -6 -5
      """;

  private Path folder;

  @BeforeClass
  public void write() throws IOException {
    folder = Files.createTempDirectory("models");
    Files.writeString(folder.resolve("paint.mtl"), "newmtl red\nKd 0.8 0.1 0.1\nd 1\n");
    Files.writeString(folder.resolve("lace.mtl"), "newmtl red\nmap_d lace.png\n");
    for (int number = 0; number < 12; number++) {
      Files.writeString(folder.resolve("cube" + number + ".obj"), CUBE);
    }
    Files.writeString(folder.resolve("lace.obj"), CUBE.replace("paint.mtl", "lace.mtl"));
    Files.writeString(folder.resolve("nothing.obj"), "v 1 2 3\n");
    Files.writeString(folder.resolve("broken.obj"), CUBE + "f 1 2 900\nv one two\n");
  }

  @AfterClass
  public void remove() throws IOException {
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(path);
      }
    }
  }

  @Test
  public void someModelsJudgeAndTheOthersMayBeLearnedFrom() throws IOException {
    List<Path> judging = MeshThing.judging(folder);
    assertEquals(MeshThing.judging(folder), judging);
    assertTrue(!judging.isEmpty() && judging.size() < 15, judging + "");
  }

  @Test
  public void whatIsBrokenOrPiercedIsPassedOver() {
    assertTrue(MeshThing.read(folder.resolve("cube3.obj")).isPresent());
    for (String name : new String[] {"lace", "nothing", "broken", "missing"}) {
      assertTrue(MeshThing.read(folder.resolve(name + ".obj")).isEmpty(), name);
    }
  }

  /** Twice as high as wide and deep: its ball has a radius of 8, its middle half its height. */
  @Test
  public void standsOnTheGroundInTheMiddle() {
    for (int lot = 0; lot < 5; lot++) {
      TracedThing cube = thing(lot);
      double diagonal = Math.sqrt(24);
      // Turned about its upright it is wider across the axes, so that it becomes smaller.
      assertTrue(cube.middle() <= 4 / 2.0 * 16 / diagonal + 1e-9, cube.middle() + "");
      assertTrue(cube.middle() > 5.4, cube.middle() + "");
      assertEquals(cube.name(), "cube3");
    }
  }

  @Test
  public void theMaskIsWhiteAllOverAndBracketsClose() {
    for (int lot = 0; lot < 8; lot++) {
      String lit = thing(lot).solid().apply(part -> part);
      String mask = thing(lot).solid().apply(part -> "texture{WHITE} ");
      assertEquals(mask.replaceAll("texture\\{WHITE}", "").indexOf("texture{"), -1);
      assertTrue(lit.contains("vertex_vectors{8,"), lit);
      // Four sides of two triangles each.
      assertTrue(lit.contains("face_indices{8,<0,1,2>"), lit);
      assertEquals(
          lit.chars().filter(c -> c == '{').count(), lit.chars().filter(c -> c == '}').count());
    }
  }

  private TracedThing thing(long lot) {
    return MeshThing.read(folder.resolve("cube3.obj"))
        .orElseThrow()
        .thing(new SplittableRandom(lot), new Surfaces());
  }
}
