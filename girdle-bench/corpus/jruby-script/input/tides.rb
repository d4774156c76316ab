require 'json'
require 'set'
require 'time'
require 'java'
puts({ quay: 'north' }.to_json)
puts 'fish dock'.gsub(/(\w+) (\w+)/, '\1-\2')
levels = java.util.ArrayList.new([4.2, 2.5])
puts format('mean %.2f', levels.sum / levels.size)
puts Time.parse('2026-03-14').strftime('%Y/%m/%d')
puts Set.new([1, 1, 2]).size
