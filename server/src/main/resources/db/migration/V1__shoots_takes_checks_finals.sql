CREATE TABLE shoot (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(120) NOT NULL,
  rule_book_id VARCHAR(60) NOT NULL,
  watch_folder VARCHAR(500) NOT NULL,
  aimed_shot_id BIGINT NULL,
  created_at DATETIME(6) NOT NULL,
  version BIGINT NOT NULL DEFAULT 0
);

CREATE TABLE item (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  code VARCHAR(40) NOT NULL,
  title VARCHAR(160) NOT NULL,
  kind VARCHAR(60) NOT NULL,
  created_at DATETIME(6) NOT NULL,
  version BIGINT NOT NULL DEFAULT 0,
  CONSTRAINT item_code UNIQUE (code)
);

CREATE TABLE shot (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  shoot_id BIGINT NOT NULL,
  item_id BIGINT NOT NULL,
  role VARCHAR(30) NOT NULL,
  place INT NOT NULL,
  version BIGINT NOT NULL DEFAULT 0,
  CONSTRAINT shot_shoot FOREIGN KEY (shoot_id) REFERENCES shoot (id),
  CONSTRAINT shot_item FOREIGN KEY (item_id) REFERENCES item (id)
);
ALTER TABLE shoot ADD CONSTRAINT shoot_aim FOREIGN KEY (aimed_shot_id) REFERENCES shot (id) ON DELETE SET NULL;

-- Facts about the content-addressed files; the files themselves lie in the picture folder.
CREATE TABLE picture (
  sha256 CHAR(64) CHARACTER SET ascii PRIMARY KEY,
  ending VARCHAR(8) NOT NULL,
  bytes BIGINT NOT NULL,
  stored_at DATETIME(6) NOT NULL
);

CREATE TABLE take (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  shoot_id BIGINT NOT NULL,
  shot_id BIGINT NULL,
  sha256 CHAR(64) CHARACTER SET ascii NOT NULL,
  file_name VARCHAR(255) NOT NULL,
  assigned_because VARCHAR(160) NOT NULL,
  state VARCHAR(20) NOT NULL,
  problem VARCHAR(400) NULL,
  chosen BOOLEAN NOT NULL DEFAULT FALSE,
  arrived_at DATETIME(6) NOT NULL,
  version BIGINT NOT NULL DEFAULT 0,
  CONSTRAINT take_once UNIQUE (shoot_id, sha256),
  CONSTRAINT take_shoot FOREIGN KEY (shoot_id) REFERENCES shoot (id),
  CONSTRAINT take_shot FOREIGN KEY (shot_id) REFERENCES shot (id) ON DELETE SET NULL,
  CONSTRAINT take_picture FOREIGN KEY (sha256) REFERENCES picture (sha256)
);

-- Readings do not depend on rules; findings and verdict are worked out again when rules or role change.
CREATE TABLE take_check (
  take_id BIGINT PRIMARY KEY,
  engine VARCHAR(60) NOT NULL,
  rule_book_id VARCHAR(60) NOT NULL,
  rule_book_version VARCHAR(40) NOT NULL,
  role VARCHAR(30) NOT NULL,
  verdict VARCHAR(10) NOT NULL,
  remedy VARCHAR(400) NULL,
  readings JSON NOT NULL,
  judgement JSON NOT NULL,
  outline JSON NOT NULL,
  checked_at DATETIME(6) NOT NULL,
  CONSTRAINT take_check_take FOREIGN KEY (take_id) REFERENCES take (id) ON DELETE CASCADE
);

CREATE TABLE final_picture (
  take_id BIGINT PRIMARY KEY,
  state VARCHAR(20) NOT NULL,
  problem VARCHAR(400) NULL,
  sha256 CHAR(64) CHARACTER SET ascii NULL,
  verdict VARCHAR(10) NULL,
  judgement JSON NULL,
  made_at DATETIME(6) NULL,
  version BIGINT NOT NULL DEFAULT 0,
  CONSTRAINT final_take FOREIGN KEY (take_id) REFERENCES take (id) ON DELETE CASCADE,
  CONSTRAINT final_picture_file FOREIGN KEY (sha256) REFERENCES picture (sha256)
);

-- Files that were not taken in: kept aside untouched, each with its sentence.
CREATE TABLE refusal (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  shoot_id BIGINT NOT NULL,
  file_name VARCHAR(255) NOT NULL,
  code VARCHAR(40) NOT NULL,
  message VARCHAR(400) NOT NULL,
  kept_as VARCHAR(300) NOT NULL,
  arrived_at DATETIME(6) NOT NULL,
  CONSTRAINT refusal_shoot FOREIGN KEY (shoot_id) REFERENCES shoot (id)
);

-- What the watched folder held when it was last taken in, so that a restart reads nothing twice.
CREATE TABLE watched_file (
  id BIGINT AUTO_INCREMENT PRIMARY KEY,
  shoot_id BIGINT NOT NULL,
  file_name VARCHAR(255) NOT NULL,
  bytes BIGINT NOT NULL,
  modified_at DATETIME(6) NOT NULL,
  CONSTRAINT watched_once UNIQUE (shoot_id, file_name),
  CONSTRAINT watched_shoot FOREIGN KEY (shoot_id) REFERENCES shoot (id)
);

-- The job scheduler's own table, as its documentation gives it for MariaDB.
CREATE TABLE scheduled_tasks (
  task_name VARCHAR(100) NOT NULL,
  task_instance VARCHAR(100) NOT NULL,
  task_data BLOB,
  execution_time TIMESTAMP(6) NOT NULL,
  picked BOOLEAN NOT NULL,
  picked_by VARCHAR(50),
  last_success TIMESTAMP(6) NULL,
  last_failure TIMESTAMP(6) NULL,
  consecutive_failures INT,
  last_heartbeat TIMESTAMP(6) NULL,
  version BIGINT NOT NULL,
  priority SMALLINT,
  PRIMARY KEY (task_name, task_instance),
  INDEX execution_time_idx (execution_time),
  INDEX last_heartbeat_idx (last_heartbeat),
  INDEX priority_execution_time_idx (priority DESC, execution_time ASC)
);
