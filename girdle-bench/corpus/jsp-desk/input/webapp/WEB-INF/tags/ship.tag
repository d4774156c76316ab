<%@ attribute name="ship" type="org.ternhaven.desk.Ship" required="true" %>
<%@ taglib prefix="fmt" uri="jakarta.tags.fmt" %>
<li>${ship.name}: <fmt:message key="berth"/> ${ship.berth}</li>
