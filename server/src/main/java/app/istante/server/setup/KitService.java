package app.istante.server.setup;

import app.istante.core.cli.Json;
import app.istante.core.set.Kit;
import app.istante.server.support.Refused;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Service;
import tools.jackson.core.type.TypeReference;

/** Keeps what the seller owns. */
@Service
public class KitService {
  private static final TypeReference<Map<String, Double>> FACTS = new TypeReference<>() {};

  private final JdbcClient database;

  KitService(JdbcClient database) {
    this.database = database;
  }

  /** A piece with its number. */
  public record KeptPiece(long id, Kit.Piece piece) {}

  public List<KeptPiece> all() {
    return database
        .sql("SELECT id, kind, type, name, facts FROM kit_piece ORDER BY kind, name, id")
        .query(
            (row, at) ->
                new KeptPiece(
                    row.getLong("id"),
                    new Kit.Piece(
                        Kit.Kind.valueOf(row.getString("kind")),
                        row.getString("type"),
                        row.getString("name"),
                        Json.mapper().readValue(row.getString("facts"), FACTS))))
        .list();
  }

  public List<Kit.Piece> pieces() {
    return all().stream().map(KeptPiece::piece).toList();
  }

  public KeptPiece add(Kit.Piece piece) {
    GeneratedKeyHolder key = new GeneratedKeyHolder();
    database
        .sql("INSERT INTO kit_piece (kind, type, name, facts) VALUES (?, ?, ?, ?)")
        .params(piece.kind().name(), piece.type(), piece.name(), facts(piece))
        .update(key, "id");
    return new KeptPiece(key.getKey().longValue(), piece);
  }

  public void change(long id, Kit.Piece piece) {
    int changed =
        database
            .sql("UPDATE kit_piece SET kind = ?, type = ?, name = ?, facts = ? WHERE id = ?")
            .params(piece.kind().name(), piece.type(), piece.name(), facts(piece), id)
            .update();
    if (changed == 0) {
      throw Refused.missing("piece of kit");
    }
  }

  /** Removing what is gone already is no mistake. */
  public void remove(long id) {
    database.sql("DELETE FROM kit_piece WHERE id = ?").param(id).update();
  }

  private static String facts(Kit.Piece piece) {
    return Json.mapper().writeValueAsString(piece.facts());
  }
}
