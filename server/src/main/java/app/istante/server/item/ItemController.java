package app.istante.server.item;

import app.istante.server.support.Page;
import org.springframework.data.domain.PageRequest;
import org.springframework.data.domain.Sort;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The things for sale, over all shoots. */
@RestController
@RequestMapping("/api/items")
class ItemController {
  private final ItemRepository items;

  ItemController(ItemRepository items) {
    this.items = items;
  }

  /** An item as the screens show it. */
  record ItemView(long id, String code, String title, String kind) {}

  @GetMapping
  Page<ItemView> items(
      @RequestParam(defaultValue = "0") int page, @RequestParam(defaultValue = "100") int size) {
    PageRequest wanted =
        PageRequest.of(Math.max(0, page), Math.min(size, Page.MOST), Sort.by("code"));
    return Page.of(
        items
            .findAll(wanted)
            .map(item -> new ItemView(item.id(), item.code(), item.title(), item.kind())));
  }
}
