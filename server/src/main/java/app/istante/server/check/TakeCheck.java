package app.istante.server.check;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import org.springframework.data.domain.Persistable;

/** What the core said of a take. Readings are kept apart from what rules make of them. */
@Entity
public class TakeCheck implements Persistable<Long> {
  @Id private Long takeId;
  private String engine;
  private String ruleBookId;
  private String ruleBookVersion;
  private String role;
  private String verdict;
  private String remedy;

  @Column(columnDefinition = "longtext")
  private String readings;

  @Column(columnDefinition = "longtext")
  private String judgement;

  @Column(columnDefinition = "longtext")
  private String outline;

  private Instant checkedAt;
  private String look;
  private Long blankTakeId;
  private Long cardTakeId;
  private boolean outlineRight;

  @jakarta.persistence.Transient private boolean fresh;

  protected TakeCheck() {}

  TakeCheck(Long takeId, String engine, String readings, String outline, Instant at) {
    this.takeId = takeId;
    this.engine = engine;
    this.readings = readings;
    this.outline = outline;
    this.checkedAt = at;
    this.fresh = true;
  }

  void measuredAgainst(SetUpFrames.Frames frames, boolean foundRight, String itsLook) {
    blankTakeId = frames.blank();
    cardTakeId = frames.card();
    outlineRight = foundRight;
    look = itsLook;
  }

  /** Whether it was measured with an outline that a person had found right. */
  boolean outlineRight() {
    return outlineRight;
  }

  SetUpFrames.Frames frames() {
    return new SetUpFrames.Frames(blankTakeId, cardTakeId);
  }

  /** How it looks, for telling near-duplicates; null from before that was kept. */
  public String look() {
    return look;
  }

  void judged(
      String bookId, String bookVersion, String role, String verdict, String remedy, String json) {
    this.ruleBookId = bookId;
    this.ruleBookVersion = bookVersion;
    this.role = role;
    this.verdict = verdict;
    this.remedy = remedy;
    this.judgement = json;
  }

  @Override
  public Long getId() {
    return takeId;
  }

  @Override
  public boolean isNew() {
    return fresh;
  }

  public Long takeId() {
    return takeId;
  }

  public String role() {
    return role;
  }

  public String verdict() {
    return verdict;
  }

  /** The most helpful remedy, or null. */
  public String remedy() {
    return remedy;
  }

  String readings() {
    return readings;
  }

  String judgement() {
    return judgement;
  }

  public String outline() {
    return outline;
  }
}
