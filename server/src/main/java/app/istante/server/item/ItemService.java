package app.istante.server.item;

import app.istante.core.plan.Kind;
import app.istante.core.plan.rows.Column;
import app.istante.core.plan.rows.ItemList;
import app.istante.core.plan.rows.ItemRow;
import app.istante.core.rules.RuleBook;
import app.istante.server.rulebook.RuleBookShelf;
import app.istante.server.support.Refused;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Adds, changes, removes items, one by one or as lists. All of a call goes in, or none of it. */
@Service
public class ItemService {
  private final ItemRepository items;
  private final RuleBookShelf ruleBooks;
  private final Clock clock;

  ItemService(ItemRepository items, RuleBookShelf ruleBooks, Clock clock) {
    this.items = items;
    this.ruleBooks = ruleBooks;
    this.clock = clock;
  }

  public Item item(long id) {
    return items.findById(id).orElseThrow(() -> Refused.missing("item"));
  }

  /** New items, and changed ones, in the order given. */
  @Transactional
  public List<Item> save(List<ItemFields> all) {
    List<Item> saved = new ArrayList<>();
    for (ItemFields fields : all) {
      Optional<Item> sameCode = items.findByCode(fields.code().strip());
      boolean taken = sameCode.isPresent() && !sameCode.get().id().equals(fields.id());
      if (taken && !sameCode.get().removed()) {
        throw Refused.conflict(
            "code-taken",
            "The code " + fields.code() + " belongs to " + sameCode.get().title() + " already.");
      }
      Item item;
      if (taken) {
        // A removed item leaves its code; who enters it anew means this thing.
        item = sameCode.get();
        item.remove(false);
      } else {
        item = fields.id() == null ? fresh(fields.code(), fields.title()) : item(fields.id());
      }
      try {
        item.change(fields);
      } catch (IllegalArgumentException wrong) {
        throw Refused.conflict("not-understood", sentence(fields.code(), wrong.getMessage()));
      }
      saved.add(items.saveAndFlush(item));
    }
    return saved;
  }

  private Item fresh(String code, String title) {
    return new Item(code, title, Kind.RIGID, clock.instant());
  }

  private static String sentence(String code, String reason) {
    return code + ": " + reason + (reason.endsWith(".") ? "" : ".");
  }

  /** Hides items from all lists, or brings them back. Shots and takes stay. */
  @Transactional
  public void remove(List<Long> ids, boolean yes) {
    ids.forEach(id -> item(id).remove(yes));
  }

  public ItemList.Preview preview(String text, String lengthUnit, List<Column> columns) {
    try {
      return ItemList.read(text, lengthUnit, columns);
    } catch (IllegalArgumentException unreadable) {
      throw Refused.conflict("no-list", unreadable.getMessage());
    }
  }

  /** Codes of the list that are known already: those items would be changed. */
  public List<String> known(ItemList.Preview preview) {
    List<String> codes = preview.good().stream().map(line -> line.item().code()).toList();
    return items.findByCodeIn(codes).stream()
        .filter(item -> !item.removed())
        .map(Item::code)
        .toList();
  }

  /**
   * What a list brought.
   *
   * @param before the changed items as they were, to take it back
   */
  public record Brought(List<Item> added, List<ItemFields> before, List<Item> changed) {}

  @Transactional
  public Brought bring(ItemList.Preview preview) {
    List<ItemFields> fresh = new ArrayList<>();
    List<ItemFields> before = new ArrayList<>();
    List<ItemFields> changes = new ArrayList<>();
    for (ItemList.Good line : preview.good()) {
      Optional<Item> known = items.findByCode(line.item().code()).filter(item -> !item.removed());
      if (known.isPresent()) {
        before.add(known.get().fields());
        changes.add(merged(known.get().fields(), line.item()));
      } else {
        fresh.add(
            merged(
                new ItemFields(
                    null,
                    line.item().code(),
                    line.item().title(),
                    Kind.RIGID.id(),
                    null,
                    null,
                    null,
                    null,
                    List.of(),
                    null,
                    List.of(),
                    false,
                    null,
                    "",
                    null),
                line.item()));
      }
    }
    return new Brought(save(fresh), before, save(changes));
  }

  /** What the list does not say stays as it was. */
  private ItemFields merged(ItemFields old, ItemRow row) {
    return new ItemFields(
        old.id(),
        row.code(),
        row.title(),
        row.kind() == null ? old.kind() : row.kind().id(),
        row.widthMm() == null ? old.widthMm() : row.widthMm(),
        row.depthMm() == null ? old.depthMm() : row.depthMm(),
        row.heightMm() == null ? old.heightMm() : row.heightMm(),
        row.weightG() == null ? old.weightG() : row.weightG(),
        row.traits() == null
            ? old.traits()
            : row.traits().stream().map(trait -> trait.id()).toList(),
        row.priceCents() == null ? old.priceCents() : row.priceCents(),
        row.soldAt() == null ? old.soldAt() : places(row.soldAt()),
        old.listed(),
        old.listBy(),
        row.notes() == null ? old.notes() : row.notes(),
        row.referenceColour() == null ? old.referenceColour() : row.referenceColour());
  }

  private List<String> places(String words) {
    List<String> ids = new ArrayList<>();
    for (String word : words.toLowerCase(Locale.ROOT).split("[,;/|]")) {
      ruleBooks.all().stream()
          .filter(book -> book.id().equals(word.strip()) || lower(book).equals(word.strip()))
          .map(RuleBook::id)
          .forEach(ids::add);
    }
    return ids;
  }

  private static String lower(RuleBook book) {
    return book.name().toLowerCase(Locale.ROOT);
  }
}
