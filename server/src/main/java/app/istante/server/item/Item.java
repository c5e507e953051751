package app.istante.server.item;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;

/** A thing for sale. */
@Entity
public class Item {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  private String code;
  private String title;
  private String kind;
  private Instant createdAt;
  @Version private long version;

  protected Item() {}

  public Item(String code, String title, String kind, Instant createdAt) {
    this.code = code;
    this.title = title;
    this.kind = kind;
    this.createdAt = createdAt;
  }

  public Long id() {
    return id;
  }

  public String code() {
    return code;
  }

  public String title() {
    return title;
  }

  public String kind() {
    return kind;
  }
}
