package app.istante.core.rules;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** Reads rule books and refuses nonsense; knows the three that ship. */
public final class RuleBooks {
  private static final List<String> SHIPPED = List.of("fieramonda", "manorosa", "tuttocose");
  private static final Set<String> OPS = Set.of("at-least", "at-most", "between", "none");
  private static final Set<String> RULE_ROLES = Set.of("lead", "other", "any");
  private static final JsonMapper JSON =
      JsonMapper.builder()
          .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
          .enable(DeserializationFeature.ACCEPT_SINGLE_VALUE_AS_ARRAY)
          .build();

  private RuleBooks() {}

  /** The rule books that ship, strictest first. */
  public static List<RuleBook> shipped() {
    List<RuleBook> books = new ArrayList<>();
    for (String id : SHIPPED) {
      try (InputStream in = RuleBooks.class.getResourceAsStream("/rulebooks/" + id + ".json")) {
        books.add(read(new String(in.readAllBytes(), StandardCharsets.UTF_8)));
      } catch (IOException | RuleBookException broken) {
        throw new IllegalStateException("shipped rule book " + id + " can't be read", broken);
      }
    }
    return books;
  }

  /**
   * @param name the id of one that ships, or else a file
   */
  public static RuleBook named(String name) throws RuleBookException {
    for (RuleBook book : shipped()) {
      if (book.id().equals(name)) {
        return book;
      }
    }
    return read(Path.of(name));
  }

  public static RuleBook read(Path file) throws RuleBookException {
    try {
      return read(Files.readString(file));
    } catch (IOException failed) {
      throw new RuleBookException("The rule book " + file + " could not be opened.");
    }
  }

  public static RuleBook read(String json) throws RuleBookException {
    RuleBook book;
    try {
      book = JSON.readValue(json, RuleBook.class);
    } catch (DatabindException wrong) {
      throw new RuleBookException(
          "Line "
              + wrong.getLocation().getLineNr()
              + ", "
              + path(wrong)
              + ": "
              + wrong.getOriginalMessage().lines().findFirst().orElse("not understood"));
    } catch (JacksonException broken) {
      throw new RuleBookException(
          "Line " + broken.getLocation().getLineNr() + ": this is not proper JSON.");
    }
    check(book, json);
    return book;
  }

  private static String path(DatabindException wrong) {
    StringBuilder path = new StringBuilder();
    for (JacksonException.Reference step : wrong.getPath()) {
      if (step.getPropertyName() != null) {
        path.append(path.isEmpty() ? "" : ".").append(step.getPropertyName());
      } else {
        path.append('[').append(step.getIndex()).append(']');
      }
    }
    return path.isEmpty() ? "the top level" : path.toString();
  }

  private static void check(RuleBook book, String json) throws RuleBookException {
    require(
        book.id() != null && book.id().matches("[a-z0-9-]{1,60}"),
        json,
        "\"id\"",
        "id",
        "must be lower-case letters, digits and hyphens");
    require(book.name() != null && !book.name().isBlank(), json, "\"name\"", "name", "is missing");
    require(book.version() != null, json, "\"version\"", "version", "is missing");
    require(
        book.images() != null
            && book.images().min() >= 1
            && book.images().max() >= book.images().min(),
        json,
        "\"images\"",
        "images",
        "needs a min of 1 or more and a max not below it");
    for (String role : book.images().required()) {
      try {
        ShotRole.of(role);
      } catch (IllegalArgumentException unknown) {
        throw at(json, "\"required\"", "images.required", "[" + role + "] is not a role");
      }
    }
    require(book.delivery() != null, json, "\"delivery\"", "delivery", "is missing");
    for (String role : List.of(RuleBook.LEAD, RuleBook.OTHER)) {
      require(book.roles().containsKey(role), json, "\"roles\"", "roles." + role, "is missing");
      try {
        book.deliveryOf(role);
      } catch (IllegalArgumentException | NullPointerException wrong) {
        throw at(
            json,
            "\"" + role + "\"",
            "roles." + role,
            wrong.getMessage() == null ? "needs fill and sizes" : wrong.getMessage());
      }
    }
    Set<String> ids = new HashSet<>();
    for (RuleBook.Rule rule : book.rules()) {
      checkRule(rule, ids, json);
    }
  }

  private static void checkRule(RuleBook.Rule rule, Set<String> ids, String json)
      throws RuleBookException {
    String mark = "\"" + rule.id() + "\"";
    String field = "rule " + rule.id();
    require(rule.id() != null && ids.add(rule.id()), json, mark, field, "needs an id of its own");
    require(
        rule.role() != null && RULE_ROLES.contains(rule.role()),
        json,
        mark,
        field + ", role",
        "must be lead, other or any");
    require(
        rule.measure() != null && Measures.named(rule.measure()) != null,
        json,
        mark,
        field + ", measure",
        "[" + rule.measure() + "] is not a reading that rules can use");
    require(
        rule.op() != null && OPS.contains(rule.op()),
        json,
        mark,
        field + ", op",
        "must be at-least, at-most, between or none");
    require(rule.weight() != null, json, mark, field + ", weight", "must be must or should");
    int wanted = Map.of("at-least", 1, "at-most", 1, "between", 2, "none", 0).get(rule.op());
    require(
        rule.value().size() == wanted,
        json,
        mark,
        field + ", value",
        "needs " + wanted + " number(s) for " + rule.op());
    require(
        wanted < 2 || rule.value().get(0) <= rule.value().get(1),
        json,
        mark,
        field + ", value",
        "must rise");
    require(
        rule.slack() >= 0 && rule.slack() < Double.POSITIVE_INFINITY,
        json,
        mark,
        field + ", tolerance",
        "must be 0 or more");
    require(
        wanted > 0 || rule.tolerance() == null,
        json,
        mark,
        field + ", tolerance",
        "goes with a number, and none has none");
  }

  private static void require(boolean holds, String json, String mark, String field, String what)
      throws RuleBookException {
    if (!holds) {
      throw at(json, mark, field, what);
    }
  }

  private static RuleBookException at(String json, String mark, String field, String what) {
    int place = json.indexOf(mark);
    long line = place < 0 ? 1 : json.substring(0, place).lines().count();
    return new RuleBookException("Line " + line + ", " + field + ": " + what + ".");
  }
}
