import groovy.json.JsonOutput
import groovy.json.JsonSlurper
import groovy.transform.Canonical
import groovy.xml.MarkupBuilder
import groovy.xml.XmlSlurper

@Canonical class Tide { String quay; double level }
def tide = new Tide(args[0], 4.2)
println JsonOutput.toJson(tide)
def w = new StringWriter()
new MarkupBuilder(w).berths { berth(name: tide.quay) }
println w
println new XmlSlurper().parseText('<a><b>3</b></a>').b.text()
println new groovy.text.SimpleTemplateEngine().createTemplate('Quay ${quay.toUpperCase()}').make([quay: tide.quay])
println "sum ${new JsonSlurper().parseText('[2,3,4]').sum()}"
println([3, 1, 2].sort().collect { it * 2 }.inject(0) { a, b -> a + b })
