from lxml import etree, html, objectify

tree = etree.fromstring("<quays><quay depth='7'>north</quay></quays>")
print(tree.xpath("//quay/@depth"), objectify.fromstring(etree.tostring(tree)).quay)
print(html.fromstring("<p>high<br>water</p>").text_content())
sheet = etree.XML(
    '<xsl:stylesheet version="1.0" xmlns:xsl="http://www.w3.org/1999/XSL/Transform">'
    '<xsl:template match="/"><o><xsl:value-of select="//quay"/></o></xsl:template></xsl:stylesheet>'
)
print(str(etree.XSLT(sheet)(tree)))
schema = etree.RelaxNG(etree.XML('<element name="quays" xmlns="http://relaxng.org/ns/structure/1.0"><text/></element>'))
print(schema.validate(tree))
