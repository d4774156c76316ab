for $s in //ship where $s/@len > 10 order by $s/@len
return element found { $s/text(), ft:tokenize($s), $s contains text "heron" using stemming }
