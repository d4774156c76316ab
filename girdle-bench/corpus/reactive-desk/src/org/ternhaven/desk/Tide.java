package org.ternhaven.desk;

import org.springframework.data.annotation.Id;
import org.springframework.data.relational.core.mapping.Table;

@Table("tide")
public record Tide(@Id Long id, String gauge, double level) {}
