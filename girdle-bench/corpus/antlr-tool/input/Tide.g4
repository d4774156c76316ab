grammar Tide;
book : line* EOF ;
line : QUAY '=' LEVEL NL ;
QUAY : [a-z]+ ;
LEVEL : [0-9]+ ('.' [0-9]+)? ;
NL : '\r'? '\n' ;
