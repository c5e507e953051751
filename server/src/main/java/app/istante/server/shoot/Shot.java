package app.istante.server.shoot;

import app.istante.core.plan.SetUp;
import app.istante.core.plan.ShotTemplate;
import app.istante.core.rules.ShotRole;
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
  private String framing;
  private String angle;
  private String why;
  private boolean required;
  private String ownSetUp;
  private boolean dropped;
  @Version private long version;

  protected Shot() {}

  Shot(Long shootId, Item item, ShotTemplate.Shot view, int place) {
    this.shootId = shootId;
    this.item = item;
    this.role = view.role();
    this.framing = view.framing();
    this.angle = view.angle();
    this.why = view.why();
    this.required = view.required();
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

  public ShotRole shotRole() {
    return ShotRole.of(role);
  }

  /** Order in the shoot, 0 first. */
  public int place() {
    return place;
  }

  /** How much of the thing: whole, half or close. */
  public String framing() {
    return framing;
  }

  /** From where, in words. */
  public String angle() {
    return angle;
  }

  /** Why a buyer wants it. */
  public String why() {
    return why;
  }

  /** Whether the item is not done without it. */
  public boolean required() {
    return required;
  }

  /** The set-up that the seller wants instead of the advised one, or null. */
  public SetUp ownSetUp() {
    return ownSetUp == null ? null : SetUp.of(ownSetUp);
  }

  /** Not to be taken after all; what was taken stays. */
  public boolean dropped() {
    return dropped;
  }

  public void useSetUp(SetUp own) {
    ownSetUp = own == null ? null : own.id();
  }

  public void drop(boolean yes) {
    dropped = yes;
  }

  void moveTo(int newPlace) {
    place = newPlace;
  }
}
