package app.istante.server.finish;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** The file made from a take by its finishing plan, and what the same check says of it. */
@Entity
public class FinalPicture {
  /** Where it stands. */
  public enum State {
    WAITING,
    MADE,
    FAILED
  }

  @Id private Long takeId;

  @Enumerated(EnumType.STRING)
  @JdbcTypeCode(SqlTypes.VARCHAR)
  private State state;

  private String problem;

  @Column(columnDefinition = "char(64)")
  @JdbcTypeCode(SqlTypes.CHAR)
  private String sha256;

  private String verdict;

  @Column(columnDefinition = "longtext")
  private String judgement;

  @Column(columnDefinition = "longtext")
  private String drift;

  private Instant madeAt;
  @Version private Long version;

  protected FinalPicture() {}

  FinalPicture(Long takeId) {
    this.takeId = takeId;
    this.state = State.WAITING;
  }

  void wanted() {
    state = State.WAITING;
    problem = null;
  }

  void made(String picture, String itsVerdict, String json, String itsDrift, Instant at) {
    drift = itsDrift;
    state = State.MADE;
    sha256 = picture;
    verdict = itsVerdict;
    judgement = json;
    madeAt = at;
  }

  void failed(String sentence) {
    state = State.FAILED;
    problem = sentence;
  }

  public Long takeId() {
    return takeId;
  }

  public State state() {
    return state;
  }

  public String problem() {
    return problem;
  }

  public String sha256() {
    return sha256;
  }

  public String verdict() {
    return verdict;
  }

  /** What finishing did to the product; null where that could not be told. */
  String drift() {
    return drift;
  }

  String judgement() {
    return judgement;
  }
}
