package app.istante.server.item;

import app.istante.core.plan.rows.Column;
import app.istante.core.plan.rows.ItemList;
import app.istante.server.support.Page;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.Pattern;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.PageRequest;
import org.springframework.data.domain.Sort;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The things for sale, over all shoots. */
@RestController
@RequestMapping("/api/items")
class ItemController {
  private final ItemRepository items;
  private final ItemService service;
  private final JdbcClient database;

  ItemController(ItemRepository items, ItemService service, JdbcClient database) {
    this.items = items;
    this.service = service;
    this.database = database;
  }

  /** How far a thing has come on its way to the buyer. */
  enum State {
    waiting,
    planned,
    photographed,
    listed
  }

  record ItemView(ItemFields fields, State state) {}

  record Items(@Valid @NotEmpty(message = "There is no item to save.") List<ItemFields> items) {}

  record Chosen(@NotEmpty(message = "Choose at least one item.") List<Long> ids, boolean removed) {}

  record ListText(
      @NotBlank(message = "There is nothing in this list.") String text,
      @Pattern(regexp = "mm|cm|in", message = "Lengths are in mm, cm or in.") String lengthUnit,
      @Nullable List<Column> columns) {}

  /**
   * @param known codes that belong to items already: those are changed
   */
  record ListPreview(ItemList.Preview list, List<String> known) {}

  /**
   * @param badCsv lines that could not go in, with their reasons, or empty
   */
  record ListResult(List<Long> added, List<Long> changed, List<ItemFields> before, String badCsv) {}

  @GetMapping
  Page<ItemView> items(
      @RequestParam(defaultValue = "0") int page, @RequestParam(defaultValue = "100") int size) {
    PageRequest wanted =
        PageRequest.of(Math.max(0, page), Math.min(size, Page.MOST), Sort.by("code"));
    Map<Long, State> states = states();
    return Page.of(items.findByRemovedFalse(wanted).map(item -> view(item, states)));
  }

  @PutMapping
  List<ItemView> save(@Valid @RequestBody Items all) {
    Map<Long, State> states = states();
    return service.save(all.items()).stream().map(item -> view(item, states)).toList();
  }

  /** Hides items from every list, or brings them back. */
  @PutMapping("/removed")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void remove(@Valid @RequestBody Chosen chosen) {
    service.remove(chosen.ids(), chosen.removed());
  }

  @PostMapping("/list/preview")
  ListPreview preview(@Valid @RequestBody ListText list) {
    ItemList.Preview preview = service.preview(list.text(), list.lengthUnit(), list.columns());
    return new ListPreview(preview, service.known(preview));
  }

  @PostMapping("/list")
  ListResult bring(@Valid @RequestBody ListText list) {
    ItemList.Preview preview = service.preview(list.text(), list.lengthUnit(), list.columns());
    ItemService.Brought brought = service.bring(preview);
    return new ListResult(
        brought.added().stream().map(Item::id).toList(),
        brought.changed().stream().map(Item::id).toList(),
        brought.before(),
        preview.bad().isEmpty() ? "" : ItemList.badAsCsv(preview));
  }

  private static ItemView view(Item item, Map<Long, State> states) {
    return new ItemView(
        item.fields(),
        item.listed() ? State.listed : states.getOrDefault(item.id(), State.waiting));
  }

  /** Planned where it has shots, photographed where each required one has a kept take. */
  private Map<Long, State> states() {
    Map<Long, State> states = new HashMap<>();
    database
        .sql(
            """
            SELECT s.item_id,
              SUM(s.required AND NOT EXISTS
                (SELECT 1 FROM take t WHERE t.shot_id = s.id AND t.chosen)) AS wanting
            FROM shot s WHERE NOT s.dropped GROUP BY s.item_id
            """)
        .query(
            row -> {
              states.put(row.getLong(1), row.getLong(2) == 0 ? State.photographed : State.planned);
            });
    return states;
  }
}
