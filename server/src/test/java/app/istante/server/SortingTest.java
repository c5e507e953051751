package app.istante.server;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertTrue;

import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.Test;
import tools.jackson.databind.JsonNode;

/** What a take shows when nobody says so: by name, by the plan's order, by pauses, by the aim. */
public class SortingTest extends RunningServer {

  private static final String AT = "2026:03:14 10:%02d:%02d";

  private static byte[] at(long seed, int minute, int second) {
    return ExifTime.write(smallPhoto(seed), AT.formatted(minute, second));
  }

  private long drop(long shoot, String name, byte[] bytes) {
    return uploadWith(shoot, name, bytes, "oneByOne=false").json().get("takeId").asLong();
  }

  private JsonNode take(long id) {
    measured(id);
    return get("/api/takes/" + id).json().get("take");
  }

  @Test
  public void aHeapFollowsThePlansOrder() {
    long shoot = newShoot("tuttocose", "SORT-1", "lead", "side", "detail");
    long first = drop(shoot, "IMG_1.jpg", at(101, 0, 0));
    long second = drop(shoot, "IMG_2.jpg", at(102, 0, 40));
    long third = drop(shoot, "IMG_3.jpg", at(103, 1, 20));
    measured(first);
    measured(second);
    measured(third);
    assertEquals(take(first).get("shotId").asLong(), shotOf(shoot, "lead"));
    assertEquals(take(second).get("shotId").asLong(), shotOf(shoot, "side"));
    assertEquals(take(third).get("shotId").asLong(), shotOf(shoot, "detail"));
    assertEquals(take(third).get("assignedBecause").asString(), "the plan's order says so");
  }

  @Test
  public void aSecondTakeComesCloseBehindTheFirst() {
    long shoot = newShoot("tuttocose", "SORT-2", "lead", "side");
    long first = drop(shoot, "IMG_1.jpg", at(111, 0, 0));
    long again = drop(shoot, "IMG_2.jpg", at(112, 0, 3));
    measured(first);
    measured(again);
    assertEquals(take(again).get("shotId").asLong(), shotOf(shoot, "lead"));
  }

  @Test
  public void oneFileWithoutATimeWaitsToBeAssigned() {
    long shoot = newShoot("tuttocose", "SORT-3", "lead", "side");
    JsonNode take = take(drop(shoot, "IMG_1.jpg", smallPhoto(121)));
    assertFalse(take.has("shotId"), take.toString());
    assertEquals(take.get("shows").asString(), "UNKNOWN");
    assertEquals(get("/api/shoots/" + shoot).json().at("/counts/unassigned").asInt(), 1);
  }

  @Test
  public void itsNameSaysMoreThanItsPlaceInTheHeap() {
    long shoot = newShoot("tuttocose", "SORT-4", "lead", "side", "detail");
    long named = drop(shoot, "sort-4-detail.jpg", at(131, 0, 0));
    JsonNode take = take(named);
    assertEquals(take.get("shotId").asLong(), shotOf(shoot, "detail"));
    assertEquals(take.get("assignedBecause").asString(), "its name says so");
  }

  @Test
  public void aPhotoThatComesAloneShowsTheShotOneIsOn() {
    long shoot = newShoot("tuttocose", "SORT-5", "lead", "side");
    long side = shotOf(shoot, "side");
    put("/api/shoots/" + shoot + "/aim", "{\"shotId\":" + side + "}");
    long alone = upload(shoot, "IMG_9.jpg", at(141, 0, 0), null).json().get("takeId").asLong();
    JsonNode take = take(alone);
    assertEquals(take.get("shotId").asLong(), side);
    assertEquals(take.get("assignedBecause").asString(), "it was the shot you were on");
  }

  @Test
  public void whatThePlanHasNoMoreShotsForWaits() {
    long shoot = newShoot("tuttocose", "SORT-6", "lead");
    long first = drop(shoot, "IMG_1.jpg", at(151, 0, 0));
    long more = drop(shoot, "IMG_2.jpg", at(152, 0, 40));
    measured(first);
    measured(more);
    assertEquals(take(first).get("shotId").asLong(), shotOf(shoot, "lead"));
    assertEquals(take(more).get("assignedBecause").asString(), "the plan has no more shots");
  }

  @Test
  public void takesAreJudgedByTheRoleTheyWereSortedTo() {
    long shoot = newShoot("fieramonda", "SORT-7", "lead", "side");
    byte[] grey = photo(new app.istante.core.sim.DemoShop.Set().fill(0.74), 0.72, 161);
    long lead = drop(shoot, "IMG_1.jpg", ExifTime.write(grey, AT.formatted(0, 0)));
    byte[] alike = photo(new app.istante.core.sim.DemoShop.Set().fill(0.74), 0.72, 162);
    long side = drop(shoot, "IMG_2.jpg", ExifTime.write(alike, AT.formatted(0, 40)));
    measured(lead);
    measured(side);
    assertEquals(take(lead).get("verdict").asString(), "Reshoot", "a lead must be white");
    assertEquals(take(side).get("verdict").asString(), "Ready", "a side may be grey");
    assertEquals(take(side).get("role").asString(), "side");
  }

  @Test
  public void takesMeasuredAtOnceAreSortedAsIfOneAfterAnother() {
    for (int round = 0; round < 4; round++) {
      long shoot = newShoot("fieramonda", "SORT-8" + round, "lead", "side", "detail");
      List<Long> takes = new ArrayList<>();
      for (int at = 0; at < 3; at++) {
        takes.add(drop(shoot, "IMG_%d.jpg".formatted(at), at(200 + round * 10 + at, 0, at * 40)));
      }
      takes.forEach(this::measured);
      List<String> roles = List.of("lead", "side", "detail");
      for (int at = 0; at < 3; at++) {
        JsonNode take = take(takes.get(at));
        assertEquals(take.get("shotId").asLong(), shotOf(shoot, roles.get(at)), "take " + at);
        assertEquals(take.get("role").asString(), roles.get(at), "judged by what it shows");
      }
    }
  }

  @Test
  public void anEmptyPlanSortsNothingAndSaysSo() {
    long shoot =
        post("/api/shoots", "{\"name\":\"Unplanned\",\"ruleBookId\":\"tuttocose\"}")
            .json()
            .get("id")
            .asLong();
    JsonNode take = take(drop(shoot, "IMG_1.jpg", at(171, 0, 0)));
    assertEquals(take.get("assignedBecause").asString(), "nothing is planned");
    assertTrue(take.has("verdict"), "it is measured and judged all the same");
  }
}
