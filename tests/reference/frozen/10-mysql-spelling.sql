-- exercise: exchange-with-partner-gardens
-- right
-- why: the common spelling of MySQL: back-ticks, table options, index lines
CREATE TABLE `partner_garden` (
  `code` CHAR(4) NOT NULL,
  `name` VARCHAR(60) NOT NULL,
  `postal_address` VARCHAR(255) NOT NULL,
  `closed_on` DATE DEFAULT NULL,
  PRIMARY KEY (`code`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4;

CREATE TABLE `trip` (
  `trip_no` INT UNSIGNED NOT NULL AUTO_INCREMENT,
  `set_out_on` DATE NOT NULL,
  PRIMARY KEY (`trip_no`)
) ENGINE=InnoDB;

CREATE TABLE `accession` (
  `accession_no` CHAR(9) NOT NULL,
  `taxon` VARCHAR(120) NOT NULL,
  `trip_no` INT UNSIGNED DEFAULT NULL,
  PRIMARY KEY (`accession_no`),
  KEY `ix_accession_trip` (`trip_no`),
  CONSTRAINT `fk_acc_trip` FOREIGN KEY (`trip_no`) REFERENCES `trip` (`trip_no`)
) ENGINE=InnoDB;

CREATE TABLE `dispatch` (
  `dispatch_no` INT NOT NULL,
  `garden_code` CHAR(4) NOT NULL,
  `left_on` DATE NOT NULL,
  PRIMARY KEY (`dispatch_no`),
  CONSTRAINT `fk_dispatch_garden` FOREIGN KEY (`garden_code`) REFERENCES `partner_garden` (`code`) ON DELETE RESTRICT ON UPDATE CASCADE
) ENGINE=InnoDB;

CREATE TABLE `dispatch_line` (
  `dispatch_no` INT NOT NULL,
  `accession_no` CHAR(9) NOT NULL,
  `quantity` INT NOT NULL COMMENT 'seeds',
  `price` DECIMAL(8,2) NOT NULL,
  PRIMARY KEY (`accession_no`, `dispatch_no`),
  CONSTRAINT `fk_line_dispatch` FOREIGN KEY (`dispatch_no`) REFERENCES `dispatch` (`dispatch_no`),
  CONSTRAINT `fk_line_accession` FOREIGN KEY (`accession_no`) REFERENCES `accession` (`accession_no`)
) ENGINE=InnoDB;
