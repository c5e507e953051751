package app.istante.server.shoot;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;

/** One dated working session. */
@Entity
public class Shoot {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  private String name;
  private String ruleBookId;
  private String watchFolder;
  private Long aimedShotId;
  private Instant createdAt;
  @Version private long version;

  protected Shoot() {}

  Shoot(String name, String ruleBookId, Instant createdAt) {
    this.name = name;
    this.ruleBookId = ruleBookId;
    this.watchFolder = "";
    this.createdAt = createdAt;
  }

  public Long id() {
    return id;
  }

  public String name() {
    return name;
  }

  public String ruleBookId() {
    return ruleBookId;
  }

  /** The folder on disk from which photos are taken in by themselves. */
  public String watchFolder() {
    return watchFolder;
  }

  /** The shot that photos arriving now belong to, or null. */
  public Long aimedShotId() {
    return aimedShotId;
  }

  public Instant createdAt() {
    return createdAt;
  }

  void watch(String folder) {
    this.watchFolder = folder;
  }

  void aimAt(Long shotId) {
    this.aimedShotId = shotId;
  }

  void useRuleBook(String id) {
    this.ruleBookId = id;
  }
}
