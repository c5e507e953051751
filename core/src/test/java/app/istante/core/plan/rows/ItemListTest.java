package app.istante.core.plan.rows;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertNull;
import static org.testng.Assert.assertTrue;
import static org.testng.Assert.expectThrows;

import app.istante.core.plan.Kind;
import app.istante.core.plan.Trait;
import java.util.List;
import java.util.Set;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class ItemListTest {
  private static ItemRow only(String text, String unit) {
    ItemList.Preview preview = ItemList.read(text, unit, null);
    assertEquals(preview.bad(), List.of());
    assertEquals(preview.good().size(), 1);
    return preview.good().get(0).item();
  }

  @Test
  public void readsRowsPastedFromASpreadsheet() {
    ItemRow item =
        only(
            "Code\tTitle\tKind\tSize\tTraits\tPrice\n"
                + "SL-3\tEgg cup\tglass\t5 x 5 x 6,2 cm\twhite; glossy\t€ 12,50\n",
            "mm");
    assertEquals(item.code(), "SL-3");
    assertEquals(item.kind(), Kind.GLASS);
    assertEquals(item.heightMm(), 62.0, 1e-9);
    assertEquals(item.traits(), Set.of(Trait.WHITE, Trait.GLOSSY));
    assertEquals(item.priceCents(), Long.valueOf(1250));
    assertNull(item.weightG());
  }

  @Test
  public void readsSemicolonsCommasQuotesAndAByteOrderMark() {
    assertEquals(only("\uFEFFcode;name;price\nA;Cup;3,5\n", "mm").priceCents(), Long.valueOf(350));
    ItemRow item = only("code,title,notes\nA,\"Cup, blue\",\"two\nlines\"\n", "mm");
    assertEquals(item.title(), "Cup, blue");
    assertEquals(item.notes(), "two\nlines");
  }

  @Test
  public void withoutHeadingsTheUsualOrderCounts() {
    ItemRow item = only("A-1\tSmall abacus\trigid\t20 x 15\n", "cm");
    assertEquals(item.widthMm(), 200.0);
    assertEquals(item.heightMm(), 150.0);
    assertNull(item.depthMm());
  }

  @Test
  public void unitsInHeadingsCountForTheirColumn() {
    ItemRow item = only("code,title,width (cm),height [in]\nA,B,12,2\n", "mm");
    assertEquals(item.widthMm(), 120.0);
    assertEquals(item.heightMm(), 50.8, 1e-9);
  }

  @DataProvider
  Object[][] lengths() {
    return new Object[][] {
      // By hand: 1 in = 25.4 mm, 1 ft = 304.8 mm.
      {"12 in", 304.8}, {"1 ft", 304.8}, {"3,5 cm", 35.0}, {"40", 40.0}, {"0.5 m", 500.0}
    };
  }

  @Test(dataProvider = "lengths")
  public void lengthsAsPeopleWriteThem(String text, double mm) {
    assertEquals(Lengths.mm(text, "mm"), mm, 1e-9);
  }

  @Test
  public void weightsAndPricesAsPeopleWriteThem() {
    assertEquals(Lengths.grams("1.2 kg"), 1200, 1e-9);
    assertEquals(Lengths.grams("1 lb"), 453.59237, 1e-9);
    assertEquals(Lengths.grams("16 oz"), 453.59237, 1e-9);
    assertEquals(Lengths.cents("12"), 1200);
    assertEquals(Lengths.cents("1'250.50"), 125_050);
    assertEquals(Lengths.cents("1.250,50"), 125_050);
    assertEquals(Lengths.cents("$ 1,250"), 125_000);
    assertEquals(Lengths.cents("9.9 EUR"), 990);
  }

  @Test
  public void badLinesComeBackWithTheirReasonAndGoodOnesGoIn() {
    ItemList.Preview preview =
        ItemList.read(
            "code,title,kind,size,price\n"
                + "A,Cup,rigid,5 x 5 x 5 cm,10\n"
                + ",Nameless,rigid,,\n"
                + "B,Cup,spaceship,,\n"
                + "C,Cup,rigid,big,\n"
                + "a,Again,rigid,,\n"
                + "D,Cup,rigid,,cheap\n",
            "mm",
            null);
    assertEquals(preview.good().size(), 1);
    assertEquals(preview.bad().size(), 5);
    List<String> reasons = preview.bad().stream().map(ItemList.Bad::reason).toList();
    assertEquals(reasons.get(0), "the code is missing");
    assertTrue(reasons.get(1).startsWith("kind [spaceship] must be one of rigid, soft"));
    assertTrue(reasons.get(2).contains("is not a size"));
    assertEquals(reasons.get(3), "code a stands in line 2 already");
    assertTrue(reasons.get(4).contains("is not a price"));
    assertEquals(preview.bad().get(1).line(), 4);
    String csv = ItemList.badAsCsv(preview);
    assertTrue(csv.startsWith("code,title,kind,size,price,what is wrong\r\n"), csv);
    assertTrue(csv.contains(",Nameless,rigid,,,the code is missing\r\n"), csv);
    // Handed back and read again, the same lines are bad for the same reasons.
    ItemList.Preview again = ItemList.read(csv, "mm", null);
    assertEquals(again.bad().size() + again.good().size(), 5);
  }

  @Test
  public void columnsCanBeChosenByHand() {
    ItemList.Preview preview =
        ItemList.read("x,y\nCup,A\n", "mm", List.of(Column.TITLE, Column.CODE));
    assertEquals(preview.good().get(1).item().code(), "A");
  }

  @Test
  public void whatCannotBeAListIsRefusedInASentence() {
    for (String text : List.of("", "  \n \n", "code,title\nA,\"open")) {
      IllegalArgumentException refused =
          expectThrows(IllegalArgumentException.class, () -> ItemList.read(text, "mm", null));
      assertTrue(refused.getMessage().endsWith("."), refused.getMessage());
    }
  }
}
