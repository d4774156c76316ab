<xsl:stylesheet version="3.0" xmlns:xsl="http://www.w3.org/1999/XSL/Transform" xmlns:xs="http://www.w3.org/2001/XMLSchema" xmlns:map="http://www.w3.org/2005/xpath-functions/map" exclude-result-prefixes="#all">
  <xsl:mode on-no-match="shallow-skip" streamable="no"/>
  <xsl:template match="berths">
    <table>
      <xsl:for-each-group select="berth" group-by="xs:integer(floor(@depth))">
        <xsl:sort select="current-grouping-key()" order="descending"/>
        <tr><td><xsl:value-of select="current-group()/@name"/></td>
        <td><xsl:value-of select="'formatted=' || format-number(@depth, '0.00')"/></td>
        <td><xsl:number value="current-grouping-key()" format="w"/></td>
        <td><xsl:value-of select="serialize(map{'key': string(@name)}, map{'method':'json'})"/></td>
        <td><xsl:value-of select="format-date(xs:date('2026-03-14'), '[FNn], [D1o] [MNn] [Y]')"/></td>
        <td><xsl:value-of select="sort(('b','a'), 'http://www.w3.org/2013/collation/UCA?strength=primary')"/></td></tr>
      </xsl:for-each-group>
    </table>
  </xsl:template>
</xsl:stylesheet>
