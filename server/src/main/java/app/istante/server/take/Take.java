package app.istante.server.take;

import app.istante.core.plan.slip.Assignment;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** One photograph file that came in. */
@Entity
public class Take {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  private Long shootId;
  private Long shotId;

  @Column(columnDefinition = "char(64)")
  @JdbcTypeCode(SqlTypes.CHAR)
  private String sha256;

  private String fileName;
  private String assignedBecause;

  @Enumerated(EnumType.STRING)
  @JdbcTypeCode(SqlTypes.VARCHAR)
  private TakeState state;

  private String problem;
  private boolean chosen;
  private Instant arrivedAt;
  private Instant takenAt;
  private String slip;

  @Enumerated(EnumType.STRING)
  @JdbcTypeCode(SqlTypes.VARCHAR)
  private Assignment.Shows shows;

  private boolean aimed;
  private boolean saidSo;
  private boolean outlineRight;
  @Version private long version;

  protected Take() {}

  public Take(Long shootId, Long shotId, String because, String sha256, String name, Instant at) {
    this.shootId = shootId;
    this.shotId = shotId;
    this.assignedBecause = because;
    this.sha256 = sha256;
    this.fileName = name;
    this.state = TakeState.WAITING;
    this.shows = shotId == null ? Assignment.Shows.UNKNOWN : Assignment.Shows.SHOT;
    this.arrivedAt = at;
  }

  public Long id() {
    return id;
  }

  public Long shootId() {
    return shootId;
  }

  /** Null while nobody has said what it shows. */
  public Long shotId() {
    return shotId;
  }

  public String sha256() {
    return sha256;
  }

  public String fileName() {
    return fileName;
  }

  /** Why it belongs to its shot, in words. */
  public String assignedBecause() {
    return assignedBecause;
  }

  public TakeState state() {
    return state;
  }

  public String problem() {
    return problem;
  }

  public boolean chosen() {
    return chosen;
  }

  public Instant arrivedAt() {
    return arrivedAt;
  }

  public void measured() {
    state = TakeState.MEASURED;
    problem = null;
  }

  public void unreadable(String sentence) {
    state = TakeState.UNREADABLE;
    problem = sentence;
    chosen = false;
  }

  /** What it shows: a shot, a slip, the colour card, the empty set, or nobody knows. */
  public Assignment.Shows shows() {
    return shows;
  }

  /** Whether it shows something for sale, as far as is known: not a slip, card or empty set. */
  public boolean isPicture() {
    return shows == Assignment.Shows.SHOT || shows == Assignment.Shows.UNKNOWN;
  }

  /** Whether a person decided what it shows; nothing else changes that. */
  public boolean saidSo() {
    return saidSo;
  }

  /** Whether a person looked at its outline and found it right. */
  public boolean outlineRight() {
    return outlineRight;
  }

  public void sayOutlineRight(boolean yes) {
    outlineRight = yes;
  }

  /** Whether it came in alone while one was on its shot: it shows that, unless slips say more. */
  public boolean aimed() {
    return aimed && shotId != null;
  }

  public void cameWhileOnItsShot() {
    aimed = true;
  }

  /** When the camera took it, or null. */
  public Instant takenAt() {
    return takenAt;
  }

  /** The text of a slip that it shows, or null. */
  public String slip() {
    return slip;
  }

  public void seen(Instant at, String slipText) {
    takenAt = at;
    slip = slipText;
  }

  /** A person says that it shows the empty set or the colour card. */
  public void sayFrame(Assignment.Shows frame) {
    saidSo = true;
    assign(frame, null, "you said so");
  }

  /** A person says what it shows; null takes the saying back. */
  public void say(Long to) {
    saidSo = to != null;
    assign(
        to == null ? Assignment.Shows.UNKNOWN : Assignment.Shows.SHOT,
        to,
        to == null ? "not assigned" : "you said so");
  }

  public void assign(Assignment.Shows what, Long to, String because) {
    shows = what;
    shotId = to;
    assignedBecause = because;
    if (to == null) {
      chosen = false;
    }
  }

  void choose(boolean yes) {
    chosen = yes;
  }
}
