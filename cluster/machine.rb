# frozen_string_literal: true

require_relative '../siege/client'
require_relative 'part'

# One server, as it would run on a machine of its own.
class Machine
  include Part

  attr_reader :port

  def initialize(port, serve, environment, log)
    @port = port
    @serve = serve
    @environment = { **environment, 'FAWNMOSS_PORT' => port.to_s }
    @log = log
  end

  def start
    @pid = Process.spawn(@environment, *@serve, pgroup: true, %i[out err] => [@log, 'a'])
    self
  end

  def there? = Client.new(@port).get('/readyz').status == 200

  # Until it can be sent requests.
  def wait
    900.times { there? ? (return self) : sleep(0.1) }
    raise "the server on port #{@port} is not ready after 90 s; its log is #{@log}"
  end
end
