# frozen_string_literal: true

module FawnmossServer
  module Routes
    # What every route needs: who asks, what they sent, how to answer.
    module Help
      SEAT = 'studio_id' # in the session: the studio that was chosen, where there are several

      # The studio of who asks. Halts with 401 when nobody is logged in, with 403 when it is not theirs to do.
      def studio = @studio ||= seat.studio

      # The Seat of who asks, who may do what is asked for there.
      def seat
        return here if here.may?(request.request_method, request.path_info)

        halt Boot::Answer.error(403, 'Only the owner of the studio can do this.', code: 'owner', remedy: 'Ask the owner.')
      end

      # The Seat of who asks, whatever that is.
      def here
        @here ||= Seat.of(account_id, request.env['rack.session'][SEAT]) ||
                  halt(Boot::Answer.error(403, 'This address belongs to no studio any more.', code: 'nowhere',
remedy: 'Ask its owner, or open a studio of your own.'))
      end

      # The account of who asks. Halts with 401 when nobody is logged in, or is with the first of two steps only.
      def account_id
        half_in
        auth.authenticated? ? auth.session_value : halt(Boot::Answer.error(401, 'There is a second step to the log-in.', code: 'second'))
      end

      # Rodauth of who has logged in, be it with the first step only. Halts with 401 for everybody else.
      def half_in = auth.logged_in? ? auth : halt(Boot::Answer.error(401, 'Please log in.', code: 'login'))

      # Rodauth of the request.
      def auth = env['rodauth']

      # The JSON body as Inputs::Fields. Halts with 400 when it is no JSON in UTF-8.
      def fields
        text = request.body.read.to_s.force_encoding(Encoding::UTF_8)
        raise JSON::ParserError, 'encoding' unless text.valid_encoding?

        Inputs::Fields.of_body(JSON.parse(text, max_nesting: 20))
      rescue JSON::ParserError, EncodingError
        halt Boot::Answer.error(400, 'The request is not JSON in UTF-8.')
      end

      # Parameters of the address as Inputs::Fields.
      def asked(*names) = Inputs::Fields.of_address(params, names)

      # The day where the teacher is: as the page says (?today=2026-03-09), within a day of the server's own.
      def today
        given = params['today'] ? Inputs::Fields.new({ 'today' => params['today'] }).date('today', (Date.today - 1)..(Date.today + 1)) : nil
        given || Date.today
      end

      # A PDF of one of our pages as this teacher sees it. path: of the page; name: of the file; query: what else the page is told.
      def pdf(path, name, query = {})
        studio
        paper = Inputs::Fields.new({ 'paper' => params['paper'] }.compact).choice('paper', Boot::Pdf::PAPERS, default: 'A4')
        file('application/pdf', "#{name}.pdf") { Boot::Pdf.of(path, whose: studio.id, port: own_port, headers: page_headers, paper:, query:) }
      end

      # The same of a page about the pupil of the address. asked: names of what the page is told.
      def printed(page, *asked)
        pupil = studio.pupil(params['id'])
        pdf("/pupils/#{pupil.id}/#{page}", Actions::FileNames.of(pupil.name, page, today.iso8601), params.slice(*asked))
      end

      # What our own browser says when it asks for a page to print: who asks, and under which address people know this server.
      def page_headers = { 'Cookie' => request.env['HTTP_COOKIE'].to_s, Boot::Pdf::ORIGIN => origin }

      # The address under which the one who asks knows this server. Other sites cannot send the header along.
      def origin = request.env["HTTP_#{Boot::Pdf::ORIGIN.tr('-', '_').upcase}"] || request.base_url

      # A file to save. The block makes its contents once it is clear that they may be had.
      def file(type, name)
        contents = yield
        headers 'content-type' => type, 'content-disposition' => Actions::FileNames.disposition(name)
        contents
      end

      # Where this server listens, whatever the request calls it.
      def own_port = env['puma.socket'] ? env['puma.socket'].local_address.ip_port : Integer(ENV.fetch('FAWNMOSS_PORT', '9393'))

      def json(object, code = 200)
        content_type 'application/json'
        status code
        JSON.generate(object)
      end
    end
  end
end
