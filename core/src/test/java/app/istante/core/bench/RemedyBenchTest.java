package app.istante.core.bench;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertTrue;

import java.util.List;
import java.util.Set;
import org.testng.annotations.Test;

/**
 * A fast part of {@code ./istante bench remedies}: what is told of the set puts the fault right.
 */
public class RemedyBenchTest {
  private static final Set<String> FAST =
      Set.of("2 stops too dark", "shaken", "camera leans 9 degrees");

  @Test
  public void theFaultIsGoneOnceTheRemedyIsCarriedOut() throws Exception {
    List<RemedyBench.Fault> faults =
        RemedyBench.FAULTS.stream().filter(fault -> FAST.contains(fault.name())).toList();
    assertEquals(faults.size(), FAST.size());
    for (RemedyBench.Outcome outcome : new RemedyBench().run("hand-bell", faults)) {
      assertTrue(outcome.found(), outcome.fault().name());
      assertFalse(outcome.mended(), outcome.toString());
      assertTrue(outcome.gone(), outcome.toString());
    }
  }
}
