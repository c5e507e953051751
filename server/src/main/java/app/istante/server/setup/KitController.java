package app.istante.server.setup;

import app.istante.core.set.Kit;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What the seller owns. */
@RestController
@RequestMapping("/api/kit")
class KitController {
  private final KitService kit;

  KitController(KitService kit) {
    this.kit = kit;
  }

  record KitKind(Kit.Kind kind, String label, List<String> types, List<Kit.KitFact> facts) {}

  /**
   * @param presets usual pieces by their figures, to start from
   * @param lumensPerWatt usual light of lamps that are known by their power only, by type
   */
  record KitView(
      List<KitKind> kinds,
      List<KitService.KeptPiece> pieces,
      List<Kit.Piece> presets,
      Map<String, Double> lumensPerWatt) {}

  @GetMapping
  KitView all() {
    List<KitKind> kinds =
        Arrays.stream(Kit.Kind.values())
            .map(k -> new KitKind(k, k.label(), k.types(), k.facts()))
            .toList();
    return new KitView(
        kinds,
        kit.all(),
        Kit.presets(),
        Kit.Kind.LAMP.types().stream().collect(Collectors.toMap(type -> type, Kit::lumensPerWatt)));
  }

  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  KitService.KeptPiece add(@RequestBody Kit.Piece piece) {
    return kit.add(piece);
  }

  @PutMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(@PathVariable long id, @RequestBody Kit.Piece piece) {
    kit.change(id, piece);
  }

  @DeleteMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void remove(@PathVariable long id) {
    kit.remove(id);
  }
}
