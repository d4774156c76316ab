*** Settings ***
Library    Collections
Library    String

*** Test Cases ***
Tide is known
    ${tides}=    Create Dictionary    north=4.2    south=3.9
    Dictionary Should Contain Key    ${tides}    north
    ${upper}=    Convert To Uppercase    north
    Should Be Equal    ${upper}    NORTH
