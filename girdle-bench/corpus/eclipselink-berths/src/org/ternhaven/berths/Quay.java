package org.ternhaven.berths;

import jakarta.persistence.AttributeConverter;
import jakarta.persistence.Converter;

public enum Quay {
  NORTH,
  SOUTH;

  @Converter
  public static class Column implements AttributeConverter<Quay, String> {
    @Override
    public String convertToDatabaseColumn(Quay quay) {
      return quay.name();
    }

    @Override
    public Quay convertToEntityAttribute(String column) {
      return Quay.valueOf(column);
    }
  }
}
