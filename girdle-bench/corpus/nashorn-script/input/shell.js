var quay = 'north';
print("said ${quay}");
print(<<END);
here ${1 + 2}
END
load('nashorn:mozilla_compat.js');
importPackage(java.util);
print(new TreeMap().size());
print(typeof readFully, $ARG.length);
