<%@ page contentType="text/html; charset=UTF-8" import="org.ternhaven.desk.Ship" %>
<%@ taglib prefix="c" uri="jakarta.tags.core" %>
<%@ taglib prefix="fmt" uri="jakarta.tags.fmt" %>
<%@ taglib prefix="fn" uri="jakarta.tags.functions" %>
<%@ taglib prefix="t" tagdir="/WEB-INF/tags" %>
<c:set var="ships" value="<%= Ship.all() %>"/>
<fmt:setLocale value="${empty param.lang ? 'en' : param.lang}" scope="request"/>
<fmt:setBundle basename="org.ternhaven.desk.words" scope="request"/>
<h1>${fn:toUpperCase("ships")}: ${fn:length(ships)}</h1>
<ul>
<c:forEach items="${ships}" var="ship"><t:ship ship="${ship}"/>
</c:forEach>
</ul>
<fmt:formatNumber value="1234.5" minFractionDigits="2"/>
