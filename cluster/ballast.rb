# frozen_string_literal: true

# Changes of many rows, one after the other on each node, so that the others have something to do before they see what came after.
class Ballast
  ROWS = 20_000
  PAUSE = 0.2 # seconds between two

  def initialize(nodes)
    @nodes = nodes
    @nodes.first.ask('create database if not exists ballast')
    @nodes.first.ask('create or replace table ballast.rows_of_it (id int auto_increment primary key, n int, word char(40))')
    @nodes.first.ask("insert into ballast.rows_of_it (n, word) select 0, seq from seq_1_to_#{ROWS}", database: 'ballast')
    @count = 0
    @thread = Thread.new { change until @over }
  end

  # Answers how many there were.
  def stop
    @over = true
    @thread.join
    @nodes.first.ask('drop database ballast')
    @count
  end

  private

  def change
    @nodes[@count % 2].ask('update ballast.rows_of_it set n = n + 1')
    @count += 1
    sleep PAUSE
  end
end
