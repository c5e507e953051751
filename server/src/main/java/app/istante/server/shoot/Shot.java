package app.istante.server.shoot;

import app.istante.server.item.Item;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.Version;

/** A planned view of an item in a shoot. */
@Entity
public class Shot {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  private Long shootId;

  @ManyToOne(fetch = FetchType.EAGER, optional = false)
  private Item item;

  private String role;
  private int place;
  @Version private long version;

  protected Shot() {}

  Shot(Long shootId, Item item, String role, int place) {
    this.shootId = shootId;
    this.item = item;
    this.role = role;
    this.place = place;
  }

  public Long id() {
    return id;
  }

  public Long shootId() {
    return shootId;
  }

  public Item item() {
    return item;
  }

  public String role() {
    return role;
  }

  /** Order in the shoot, 0 first. */
  public int place() {
    return place;
  }
}
