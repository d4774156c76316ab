%%
%class Words
%public
%unicode
%type Integer
LETTER = [:letter:]
%%
{LETTER}+ { return yylength(); }
[^] { }
