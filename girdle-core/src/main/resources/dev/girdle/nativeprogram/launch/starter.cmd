@echo off
rem Starts @TITLE@. README.txt, beside the folder of this file, tells more.
setlocal EnableExtensions DisableDelayedExpansion
for %%I in ("%~dp0..") do set "G_HOME=%%~fI"
if exist "%G_HOME%\@PROGRAM@" goto start
>&2 echo @NAME@: this starter was moved away from its folder; put it back into the bin folder of @TITLE@
exit /b 127

:start
@ENVIRONMENT@@START@"%G_HOME%\@PROGRAM@"@WORDS@ %*
exit /b %ERRORLEVEL%
