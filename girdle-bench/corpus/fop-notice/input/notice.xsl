<xsl:stylesheet version="1.0" xmlns:xsl="http://www.w3.org/1999/XSL/Transform" xmlns:fo="http://www.w3.org/1999/XSL/Format">
<xsl:template match="/"><fo:root><fo:layout-master-set><fo:simple-page-master master-name="a" page-height="10cm" page-width="15cm"><fo:region-body/></fo:simple-page-master></fo:layout-master-set><fo:page-sequence master-reference="a"><fo:flow flow-name="xsl-region-body"><fo:block><xsl:value-of select="notice"/></fo:block></fo:flow></fo:page-sequence></fo:root></xsl:template>
</xsl:stylesheet>
