<@s.form action="enter" theme="xhtml">
<@s.textfield key="ship.name" name="ship"/>
<@s.select name="quay" list={'north':'North','south':'South'}/>
<@s.submit/>
</@s.form>
