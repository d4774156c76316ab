package dev.girdle.licence;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SpdxTest {
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Apache License, Version 2.0 | Apache-2.0",
        "The Apache Software License, Version 2.0 | Apache-2.0",
        "https://www.apache.org/licenses/LICENSE-2.0.txt | Apache-2.0",
        "Apache-2.0 | Apache-2.0",
        "MIT License | MIT",
        "The MIT License | MIT",
        "MIT | MIT",
        "Eclipse Public License v. 2.0 | EPL-2.0",
        "EPL-1.0 | EPL-1.0",
        "BSD-3-Clause | BSD-3-Clause",
        "New BSD License | BSD-3-Clause",
        "GNU Lesser General Public License, Version 2.1 | LGPL-2.1-only",
        "GPL2 w/ CPE | GPL-2.0-only WITH Classpath-exception-2.0",
        "Mozilla Public License, Version 2.0 | MPL-2.0",
        "Harbour office licence | Harbour office licence",
        "LGPL-2.1-or-later | LGPL-2.1-or-later",
        "LGPL-2.1 | LGPL-2.1-only",
        "GPL-2.0+ | GPL-2.0-or-later",
        "GNU Lesser General Public License, Version 2.1 or later | LGPL-2.1-or-later",
        "GNU General Public License, version 3 or any later version | GPL-3.0-or-later",
        "MIT OR Apache-2.0 | MIT OR Apache-2.0",
        "mit or apache-2.0 | MIT OR Apache-2.0",
        "(MIT OR Apache-2.0) AND BSD-3-Clause | (MIT OR Apache-2.0) AND BSD-3-Clause",
        "gpl-2.0-only with classpath-exception-2.0 | GPL-2.0-only WITH Classpath-exception-2.0",
        "EPL-2.0 OR GPL-2.0 WITH Classpath-exception-2.0 | EPL-2.0 OR GPL-2.0-only WITH Classpath-exception-2.0",
        "MIT OR Harbour-1.0 | MIT OR Harbour-1.0",
        "(MIT | (MIT",
        "MIT OR | MIT OR",
        "0BSD | 0BSD",
      })
  void knowsWhatPeopleCallLicences(String text, String identifier) {
    assertThat(Spdx.of(text)).isEqualTo(identifier);
  }

  @Test
  void knowsTextsHoweverTheyAreWrapped() {
    assertThat(Spdx.ofText("   Apache License\n   Version 2.0, January 2004\n"))
        .contains("Apache-2.0");
    assertThat(Spdx.ofText(" * Permission is hereby granted,\n * free of charge, to any person"))
        .contains("MIT");
    String bsd = "Redistribution and use in source and binary\nforms, with or without";
    assertThat(Spdx.ofText(bsd)).contains("BSD-2-Clause");
    assertThat(Spdx.ofText(bsd + " ... Neither the name of the harbour")).contains("BSD-3-Clause");
    assertThat(Spdx.ofText("Dear harbour master")).isEmpty();
  }

  @Test
  void tellsIdentifiersFromOtherWords() {
    assertThat(Spdx.isIdentifier("MIT")).isTrue();
    assertThat(Spdx.isIdentifier("mit")).isFalse();
    assertThat(Spdx.isExpression("MIT OR Apache-2.0")).isTrue();
    assertThat(Spdx.isExpression("MIT")).isFalse();
    assertThat(Spdx.isExpression("MIT OR later")).isFalse();
    assertThat(Spdx.isIdentifier("Harbour office licence")).isFalse();
    assertThat(Spdx.isIdentifier("GPL-2.0-only WITH Classpath-exception-2.0")).isFalse();
  }
}
