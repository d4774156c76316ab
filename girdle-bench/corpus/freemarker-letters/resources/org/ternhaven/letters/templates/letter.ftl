<#include "head.ftl">
${greeting}
${texts.getString("dues")}: ${amount?string["#,##0.00"]}
<#list berths as b>- ${b?cap_first}
</#list>
