package app.istante.core.plan.slip;

import static org.testng.Assert.assertEquals;

import app.istante.core.plan.slip.Assignment.Decision;
import app.istante.core.plan.slip.Assignment.Frame;
import app.istante.core.plan.slip.Assignment.Planned;
import app.istante.core.plan.slip.Assignment.Shows;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.testng.annotations.Test;

public class AssignmentTest {
  private static final Instant START = Instant.parse("2026-03-14T10:00:00Z");
  private static final List<Planned> PLAN =
      List.of(
          new Planned(11, 1, 100, "A", "lead"),
          new Planned(12, 1, 200, "A", "side"),
          new Planned(21, 2, 100, "B", "lead"),
          new Planned(22, 2, 200, "B", "side"));

  private static Frame frame(long id, int seconds, SlipCode slip) {
    Instant at = START.plusSeconds(seconds);
    return new Frame(id, "DSC_" + id + ".jpg", at, at, slip, null, false);
  }

  private static SlipCode item(long number) {
    return new SlipCode(SlipCode.What.ITEM, 1, number);
  }

  private static List<Long> shots(List<Decision> decisions) {
    return decisions.stream().map(Decision::shot).toList();
  }

  @Test
  public void framesAfterASlipAreThatItemsInTheOrderOfItsShots() {
    List<Frame> frames =
        List.of(
            frame(1, 0, item(2)),
            frame(2, 20, null),
            frame(3, 50, null),
            frame(4, 90, item(1)),
            frame(5, 120, null));
    List<Decision> decisions = Assignment.of(frames, PLAN);
    assertEquals(decisions.get(0).shows(), Shows.SLIP);
    assertEquals(shots(decisions).subList(1, 3), List.of(21L, 22L));
    assertEquals(decisions.get(4).shot(), Long.valueOf(11));
    assertEquals(decisions.get(1).because(), "it follows the slip of B");
  }

  @Test
  public void aFrameThatFollowsCloselyIsAnotherTakeOfTheSameShot() {
    List<Frame> frames =
        List.of(frame(1, 0, item(1)), frame(2, 20, null), frame(3, 23, null), frame(4, 60, null));
    assertEquals(shots(Assignment.of(frames, PLAN)).subList(1, 4), List.of(11L, 11L, 12L));
  }

  @Test
  public void theOrderInWhichFilesArriveDoesNotMatter() {
    List<Frame> frames = new ArrayList<>();
    for (int id = 0; id < 12; id++) {
      frames.add(frame(id, id * 30, id == 0 ? item(1) : id == 5 ? item(2) : null));
    }
    List<Decision> inOrder = Assignment.of(frames, PLAN);
    Collections.shuffle(frames, new Random(3));
    assertEquals(Assignment.of(frames, PLAN), inOrder);
  }

  @Test
  public void withoutSlipsThePlansOrderDecides() {
    List<Frame> frames =
        List.of(frame(1, 0, null), frame(2, 30, null), frame(3, 60, null), frame(4, 90, null));
    List<Decision> decisions = Assignment.of(frames, PLAN);
    assertEquals(shots(decisions), List.of(11L, 12L, 21L, 22L));
    assertEquals(decisions.get(0).because(), "the plan's order says so");
  }

  @Test
  public void aLongPauseLeadsToTheNextItem() {
    // Only the lead of A was taken; then something else was set up.
    List<Frame> frames = List.of(frame(1, 0, null), frame(2, 200, null));
    List<Decision> decisions = Assignment.of(frames, PLAN);
    assertEquals(shots(decisions), List.of(11L, 21L));
    assertEquals(decisions.get(1).because(), "there was a pause before it");
  }

  @Test
  public void whatAPersonSaidIsKeptAndThePlanGoesOnFromThere() {
    Instant at = START.plusSeconds(30);
    List<Frame> frames =
        List.of(
            frame(1, 0, null), new Frame(2, "x.jpg", at, at, null, 21L, true), frame(3, 60, null));
    List<Decision> decisions = Assignment.of(frames, PLAN);
    assertEquals(shots(decisions), List.of(11L, 21L, 22L));
    assertEquals(decisions.get(1).because(), "you said so");
  }

  @Test
  public void aSetUpsSlipLeadsThroughTheShotsThatItIsFor() {
    // Set-up 200 stands: first by its slip alone, then with the slip of one item.
    SlipCode setUp = new SlipCode(SlipCode.What.SET_UP, 1, 200);
    List<Frame> alone = List.of(frame(1, 0, setUp), frame(2, 20, null), frame(3, 60, null));
    List<Decision> decisions = Assignment.of(alone, PLAN);
    assertEquals(shots(decisions).subList(1, 3), List.of(12L, 22L));
    assertEquals(decisions.get(1).because(), "it follows the slip of its set-up");
    List<Frame> both =
        List.of(frame(1, 0, setUp), frame(2, 20, item(2)), frame(3, 60, null), frame(4, 99, null));
    assertEquals(shots(Assignment.of(both, PLAN)).subList(2, 4), List.of(22L, 22L));
  }

  @Test
  public void aSetUpThatNoShotNeedsChangesNothing() {
    SlipCode strange = new SlipCode(SlipCode.What.SET_UP, 1, 999);
    List<Frame> frames = List.of(frame(1, 0, strange), frame(2, 20, item(1)), frame(3, 60, null));
    assertEquals(Assignment.of(frames, PLAN).get(2).shot(), Long.valueOf(11));
  }

  @Test
  public void whatAPersonSaidOfASlipCountsToo() {
    Instant at = START.plusSeconds(10);
    List<Frame> frames =
        List.of(new Frame(1, "x.jpg", at, at, item(2), 11L, true), frame(2, 40, null));
    List<Decision> decisions = Assignment.of(frames, PLAN);
    assertEquals(decisions.get(0).shot(), Long.valueOf(11));
    assertEquals(decisions.get(0).because(), "you said so");
  }

  @Test
  public void cardsBlanksAndSetUpsAreNoShots() {
    List<Frame> frames =
        List.of(
            frame(1, 0, new SlipCode(SlipCode.What.SET_UP, 1, 4)),
            frame(2, 10, new SlipCode(SlipCode.What.BLANK, 1, 0)),
            frame(3, 20, null),
            frame(4, 30, new SlipCode(SlipCode.What.CARD, 1, 0)),
            frame(5, 40, item(1)),
            frame(6, 60, null));
    List<Shows> shows = Assignment.of(frames, PLAN).stream().map(Decision::shows).toList();
    assertEquals(
        shows, List.of(Shows.SLIP, Shows.SLIP, Shows.BLANK, Shows.CARD, Shows.SLIP, Shows.SHOT));
  }

  @Test
  public void aFileNamedAfterItemAndRoleNeedsNothingElse() {
    List<Frame> frames = List.of(new Frame(1, "b-side-2.jpg", null, START, null, null, false));
    Decision decision = Assignment.of(frames, PLAN).get(0);
    assertEquals(decision.shot(), Long.valueOf(22));
    assertEquals(decision.because(), "its name says so");
  }

  @Test
  public void theRoleInANameComesBeforeTheItemsFirstShot() {
    assertEquals(named("A.jpg"), Long.valueOf(11));
    assertEquals(named("a-SIDE.jpg"), Long.valueOf(12));
    assertEquals(named("B_2.jpg"), Long.valueOf(21));
    assertEquals(named("DSC_0001.jpg"), null);
    assertEquals(named(""), null);
  }

  private static Long named(String fileName) {
    return Assignment.named(fileName, PLAN, Planned::itemCode, Planned::role)
        .map(Planned::shot)
        .orElse(null);
  }

  @Test
  public void oneFileWithoutATimeIsNotGuessed() {
    List<Frame> frames = List.of(new Frame(1, "x.jpg", null, START, null, null, false));
    assertEquals(Assignment.of(frames, PLAN).get(0).shows(), Shows.UNKNOWN);
    assertEquals(Assignment.of(List.of(), PLAN), List.of());
  }
}
