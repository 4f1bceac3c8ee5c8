# frozen_string_literal: true

require_relative 'spec_helper'
require 'tmpdir'

# Stands in for the printer: does with each job what the next line of a file says, in Ruby; line is the connection, job what came.
FAKE_PRINTER = <<~'RUBY'
  require 'json'
  require 'socket'
  module FawnmossServer
    module Boot
      Printer = Struct.new(:path) do
        def run
          folder = File.dirname(path)
          File.write("#{folder}/started", 'x', mode: 'a')
          server = UNIXServer.new(path)
          answers = File.readlines("#{folder}/answers").map(&:chomp)
          while (answer = answers.shift)
            File.write("#{folder}/answers", answers.join("\n"))
            line = server.accept
            job = JSON.parse(line.gets)
            eval(answer)
            line.close
          end
        end
      end
    end
  end
RUBY
WRITE_PDF = 'line.write(JSON.generate(bytes: text.bytesize), "\n", text)'

RSpec.describe FawnmossServer::Boot::Pdf do
  around { |example| Dir.mktmpdir { (@folder = _1) && example.run } }

  let(:job) { { address: 'http://127.0.0.1:1', path: '/cards/3?paper=A4', paper: 'A4', headers: { 'Cookie' => 'x=1' } } }

  def print_it = described_class.new(@folder).print(job)

  def printer(*answers)
    path = File.join(@folder, 'printer.rb')
    File.write(path, FAKE_PRINTER)
    File.write(File.join(@folder, 'answers'), answers.join("\n"))
    stub_const('FawnmossServer::Boot::Pdf::PRINTER', path)
  end

  def started = File.read(File.join(@folder, 'started')).size

  it 'asks the printer, which is started once, for what is to be printed' do
    printer("text = '%PDF'; #{WRITE_PDF}", "text = job['path'] + job['headers']['Cookie']; #{WRITE_PDF}")
    expect([print_it, print_it, started]).to eq(['%PDF', '/cards/3?paper=A4x=1', 1])
  end

  it 'starts another when the one before ended without a word, once, and says so in the end' do
    printer('exit!', "text = '%PDF'; #{WRITE_PDF}", 'exit!', 'exit!')
    expect([print_it, started]).to eq(['%PDF', 2])
    expect { print_it }.to raise_error(described_class::Away, /the printer ended/)
  end

  it 'says why when the printer cannot, is not there, or takes too long' do
    printer("line.puts(JSON.generate(why: 'TimeoutError'))", 'sleep 5')
    expect { print_it }.to raise_error(described_class::Away, /TimeoutError/)
    stub_const('FawnmossServer::Boot::Pdf::PATIENCE', 0.3)
    expect { print_it }.to raise_error(described_class::Away, /did not get ready in time/)
    stub_const('FawnmossServer::Boot::Pdf::PRINTER', '/nowhere.rb')
    stub_const('FawnmossServer::Boot::Pdf::STARTING', 1.5)
    FileUtils.rm_f(File.join(@folder, 'socket'))
    expect { print_it }.to raise_error(described_class::Away, /does not start/)
  end

  describe FawnmossServer::Boot::Printer do
    let(:socket) { File.join(@folder, 'socket') }
    let(:happened) { Thread::Queue.new }

    # A browser whose pages do what they are told; ready: false for one that never is.
    def browser(ready: true)
      pages = 0
      contexts = double(create: nil)
      allow(contexts).to receive(:create) do
        number = (pages += 1)
        page = double(headers: double(set: nil), pdf: "%PDF #{number}", execute: nil)
        allow(page).to receive(:execute) { happened << [:went, number] }
        allow(page).to receive(:go_to) { happened << [:loaded, number, _1] }
        allow(page).to receive(:evaluate).and_return(ready)
        double(create_page: page, dispose: nil).tap { |one| allow(one).to receive(:dispose) { happened << [:gone, number] } }
      end
      double(contexts:, quit: nil).tap { |one| allow(one).to receive(:quit) { happened << [:quit] } }
    end

    def ask(**more)
      Timeout.timeout(20) { sleep 0.02 until File.exist?(socket) }
      line = UNIXSocket.new(socket)
      line.puts(JSON.generate(job.merge(more)))
      head = JSON.parse(line.gets)
      head['why'] || line.read(head['bytes'])
    end

    def seen = Array.new(happened.size) { happened.pop }

    def running(*browsers)
      allow(Ferrum::Browser).to receive(:new).and_return(*browsers)
      thread = Thread.new { described_class.new(socket).run }
      yield
    ensure
      thread.kill.join
    end

    it 'prints from a page that stood by in a session of its own, and from a new one where that is for something else' do
      running(browser) do
        expect(ask).to eq('%PDF 1')
        sleep 0.05 until happened.size == 3
        expect(seen).to eq([[:loaded, 1, 'http://127.0.0.1:1/cards/3?paper=A4'], [:gone, 1], [:loaded, 2, 'http://127.0.0.1:1/standby?paper=A4']])
        expect(ask).to eq('%PDF 2')
        sleep 0.05 until happened.size == 3
        expect(seen).to eq([[:went, 2], [:gone, 2], [:loaded, 3, 'http://127.0.0.1:1/standby?paper=A4']])
        expect(ask(paper: 'Letter')).to eq('%PDF 4')
        expect(seen.first(2)).to eq([[:gone, 3], [:loaded, 4, 'http://127.0.0.1:1/cards/3?paper=A4']])
      end
    end

    it 'begins with another browser after a page that did not get ready' do
      stub_const('FawnmossServer::Boot::Printer::PATIENCE', 0.1)
      running(browser(ready: false), browser) do
        expect(ask).to eq('TimeoutError')
        expect(ask).to eq('%PDF 1')
      end
    end

    it 'ends when nobody wants anything for a while' do
      stub_const('FawnmossServer::Boot::Printer::IDLE', 0.1)
      allow(Ferrum::Browser).to receive(:new)
      Timeout.timeout(10) { described_class.new(socket).run }
      expect(File.exist?(socket)).to be(false)
      expect(Ferrum::Browser).not_to have_received(:new)
    end
  end
end
