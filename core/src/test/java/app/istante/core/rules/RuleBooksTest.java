package app.istante.core.rules;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;
import static org.testng.Assert.expectThrows;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class RuleBooksTest {
  @Test
  public void shipsThreeSellingPlaces() {
    assertEquals(
        RuleBooks.shipped().stream().map(RuleBook::name).toList(),
        java.util.List.of("Fieramonda", "Manorosa", "Tuttocose"));
  }

  @DataProvider
  public Object[][] shipped() {
    return new Object[][] {{"fieramonda"}, {"manorosa"}, {"tuttocose"}};
  }

  @Test(dataProvider = "shipped")
  public void shippedBooksKeepTheirPublishedSchema(String id) throws IOException {
    Schema schema =
        SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
            .getSchema(resource("/schemas/rule-book.schema.json"));
    var errors = schema.validate(resource("/rulebooks/" + id + ".json"), InputFormat.JSON);
    assertTrue(errors.isEmpty(), errors.toString());
  }

  @DataProvider
  public Object[][] nonsense() throws IOException {
    String good = resource("/rulebooks/fieramonda.json");
    return new Object[][] {
      {"{ \"id\": ", "proper JSON"},
      {"{}", "id"},
      {good.replace("\"Fieramonda\"", "\"\""), "name"},
      {good.replace("backdrop.level", "backdrop.colourfulness"), "backdrop.colourfulness"},
      {good.replace("\"between\"", "\"near\""), "op"},
      {good.replace("\"must\"", "\"perhaps\""), "weight"},
      {good.replaceFirst("\"max\": 0.92", "\"max\": 7"), "fill"},
      {good.replaceFirst("\"role\": \"lead\"", "\"role\": \"hero\""), "role"},
      {good.replace("\"version\"", "\"edition\""), "edition"},
      {good.replaceFirst("\"unit\"", "\"tolerance\": -1, \"unit\""), "tolerance"},
      {good.replace("\"none\",", "\"none\", \"tolerance\": 1,"), "tolerance"},
    };
  }

  @Test(dataProvider = "nonsense")
  public void refusesNonsenseNamingLineAndField(String json, String field) {
    RuleBookException refused = expectThrows(RuleBookException.class, () -> RuleBooks.read(json));
    assertTrue(refused.getMessage().contains(field), refused.getMessage());
    assertTrue(refused.getMessage().startsWith("Line "), refused.getMessage());
  }

  @Test
  public void otherRolesFallUnderOther() {
    RuleBook book = RuleBooks.shipped().get(0);
    assertEquals(book.role("side"), book.role("other"));
    RuleBook.Rule lead =
        book.rules().stream().filter(r -> r.id().equals("white-level")).findFirst().orElseThrow();
    assertTrue(lead.concerns("lead"));
    assertTrue(!lead.concerns("back"));
  }

  static String resource(String name) throws IOException {
    try (InputStream in = RuleBooksTest.class.getResourceAsStream(name)) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
  }
}
