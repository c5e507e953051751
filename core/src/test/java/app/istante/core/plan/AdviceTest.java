package app.istante.core.plan;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertTrue;

import app.istante.core.plan.SetUp.Ground;
import app.istante.core.plan.SetUp.Light;
import app.istante.core.plan.SetUp.Reach;
import app.istante.core.plan.SetUpAdvice.Advice;
import app.istante.core.plan.SetUpAdvice.Circumstances;
import app.istante.core.rules.RuleBook;
import app.istante.core.rules.RuleBooks;
import app.istante.core.rules.ShotRole;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.testng.annotations.Test;

/** Set-ups, shot lists and preparation against what the job's rules say in words. */
public class AdviceTest {
  private static final Circumstances PLAIN = new Circumstances(false, false, 200);
  private static final Circumstances STRICT = new Circumstances(true, false, 200);

  private static Advice advice(Kind kind, Set<Trait> traits, ShotRole role, Circumstances asked) {
    return SetUpAdvice.of(kind, traits, role, asked);
  }

  @Test
  public void whiteThingsStandOnLightGreyUnlessThePlaceAsksForWhite() {
    Advice plain = advice(Kind.RIGID, Set.of(Trait.WHITE), ShotRole.SIDE, PLAIN);
    assertEquals(plain.setUp().ground(), Ground.LIGHT_GREY);
    assertTrue(plain.reasons().get(0).contains("keep the shadow side"));
    Advice strict = advice(Kind.RIGID, Set.of(Trait.WHITE), ShotRole.LEAD, STRICT);
    assertEquals(strict.setUp().ground(), Ground.LIT_WHITE);
    assertTrue(strict.reasons().get(0).contains("black cards"));
  }

  @Test
  public void clearGlassStandsOnDarkWithLightFromBothSides() {
    SetUp setUp = advice(Kind.GLASS, Set.of(), ShotRole.SIDE, PLAIN).setUp();
    assertEquals(setUp.ground(), Ground.DARK);
    assertEquals(setUp.light(), Light.BOTH_SIDES_ONLY);
  }

  @Test
  public void mirrorsPrintedGlossAndWearAreLitForWhatTheyShow() {
    assertEquals(
        advice(Kind.METAL, Set.of(), ShotRole.LEAD, PLAIN).setUp().light(), Light.BLACK_CARDS);
    assertEquals(
        advice(Kind.PRINTED, Set.of(Trait.PRINTED_TEXT, Trait.GLOSSY), ShotRole.LEAD, PLAIN)
            .setUp()
            .light(),
        Light.COPY);
    SetUp wear = advice(Kind.RIGID, Set.of(), ShotRole.WEAR, PLAIN).setUp();
    assertEquals(wear.light(), Light.LOW_SIDE);
    assertEquals(wear.reach(), Reach.CLOSE);
  }

  @Test
  public void sizeDecidesTheDistance() {
    Circumstances tiny = new Circumstances(false, false, 40);
    Circumstances huge = new Circumstances(false, false, 900);
    assertEquals(advice(Kind.RIGID, Set.of(), ShotRole.LEAD, tiny).setUp().reach(), Reach.CLOSE);
    assertEquals(advice(Kind.RIGID, Set.of(), ShotRole.LEAD, huge).setUp().reach(), Reach.ROOM);
    assertEquals(advice(Kind.RIGID, Set.of(), ShotRole.LEAD, PLAIN).setUp().reach(), Reach.TABLE);
  }

  @Test
  public void everyKindTraitAndRoleGetsASetUpThatCanBeNamed() {
    for (Kind kind : Kind.values()) {
      for (Trait trait : Trait.values()) {
        for (ShotRole role : ShotRole.values()) {
          SetUp setUp = advice(kind, Set.of(trait), role, STRICT).setUp();
          assertEquals(SetUp.of(setUp.id()), setUp);
        }
      }
    }
  }

  @Test
  public void changeOversSpanWhatPeopleReport() {
    SetUp table = new SetUp(Ground.WHITE, Light.SOFT_SIDES, Reach.TABLE);
    SetUp close = new SetUp(Ground.WHITE, Light.SOFT_SIDES, Reach.CLOSE);
    SetUp scene = new SetUp(Ground.SCENE, Light.WINDOW, Reach.ROOM);
    assertEquals(ChangeOver.minutes(table, table), 0.0);
    assertEquals(ChangeOver.minutes(table, close), 5.0);
    double most = ChangeOver.minutes(null, scene);
    assertTrue(most >= 25 && most <= 35, "5 to 30 minutes and a little: " + most);
  }

  @Test
  public void everyKindHasAShortAndAFullListWithALeadAndReasons() {
    Map<String, Set<String>> schools =
        Shipped.shotTemplates().stream()
            .collect(
                Collectors.groupingBy(
                    ShotTemplate::kind,
                    Collectors.mapping(ShotTemplate::school, Collectors.toSet())));
    for (Kind kind : Kind.values()) {
      assertEquals(new TreeSet<>(schools.get(kind.id())), new TreeSet<>(Set.of("full", "short")));
    }
    for (ShotTemplate template : Shipped.shotTemplates()) {
      assertEquals(template.shots().get(0).role(), "lead");
      template.shots().forEach(shot -> assertFalse(shot.why().isBlank()));
      boolean isShort = template.school().equals(ShotTemplate.SHORT);
      assertTrue(!isShort || template.shots().size() <= 4, template.kind());
    }
  }

  @Test
  public void aPlanIsHeldAgainstThePlacesNumbersAndRoles() {
    RuleBook book =
        RuleBooks.shipped().stream().filter(b -> b.id().equals("tuttocose")).findFirst().get();
    assertEquals(
        ShotListCheck.of(List.of("lead", "wear"), book).sentences(), List.of(), "all it wants");
    ShotListCheck.Result bare = ShotListCheck.of(List.of("lead"), book);
    assertEquals(bare.missing().get(0).role(), "wear");
    assertEquals(bare.wanting(), 1);
    assertTrue(bare.missing().get(0).sentence().startsWith("Tuttocose asks for a wear picture"));
    List<String> many = new java.util.ArrayList<>(List.of("lead", "wear"));
    for (int extra = 0; extra < 8; extra++) {
      many.add("detail");
    }
    assertEquals(ShotListCheck.of(many, book).beyond(), 2);
  }

  @Test
  public void preparationFollowsKindAndTraitsAndRollsUpIntoAPickList() {
    var cosy = Preparation.of(Kind.SOFT, Set.of(Trait.SOFT));
    assertTrue(cosy.stream().anyMatch(step -> step.id().equals("stuff")));
    assertTrue(cosy.stream().noneMatch(step -> step.id().equals("polish-metal")));
    assertEquals(cosy.stream().map(PreparationStep::id).distinct().count(), cosy.size());
    var mill = Preparation.of(Kind.METAL, Set.of(Trait.MIRROR_LIKE));
    List<Preparation.Pick> picks = Preparation.pickList(Map.of("A", cosy, "B", mill));
    assertEquals(picks.get(0).thing(), "soft cloth");
    assertEquals(picks.get(0).items().size(), 2);
    assertTrue(picks.stream().anyMatch(pick -> pick.thing().equals("cotton gloves")));
  }
}
